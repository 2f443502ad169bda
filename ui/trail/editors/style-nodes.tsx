'use client';
/** Colour, size, shape and labels of nodes. */
import { useMemo } from 'react';
import {
  type Scale,
  type Shape,
  amountPalettes,
  categoryColours,
  categoryPalettes,
  defaultPalette,
  shapes,
} from '@/core/style';
import { Choose, NumberField, Slide } from '@/ui/kit';
import { useWorkbench } from '@/ui/shell/workbench-context';
import type { ColumnHoldings } from '@/worker/client';
import { ByValue, ColourField, type StyleProps, choicesOf, scaleChoices } from './style-parts';
import { own } from '@/core/own';

export function NodeColour({
  step,
  set,
  amounts,
  categorical,
}: StyleProps & { amounts: ColumnHoldings[]; categorical: ColumnHoldings[] }) {
  const rule = step.nodeColour;
  return (
    <>
      <Choose
        label="Colour"
        value={rule.by}
        choices={[
          { value: 'all', label: 'one for all' },
          { value: 'category', label: 'by category' },
          { value: 'amount', label: 'by amount' },
        ]}
        onChange={(by) => {
          if (by === 'all') set({ nodeColour: { by, colour: categoryPalettes[defaultPalette][0] } });
          const first = (columns: ColumnHoldings[], wish: string): string =>
            columns.find(({ name }) => name === wish)?.name ?? columns[0]?.name ?? '';
          if (by === 'category') {
            set({ nodeColour: { by, column: first(categorical, 'group'), palette: defaultPalette, colours: {} } });
          }
          if (by === 'amount') {
            set({ nodeColour: { by, column: first(amounts, 'degree'), palette: 'glacier', scale: 'sqrt' } });
          }
        }}
      />
      {rule.by === 'all' && (
        <ColourField
          label="Colour of all nodes"
          value={rule.colour}
          onChange={(colour) => set({ nodeColour: { by: 'all', colour } }, 'colour')}
        />
      )}
      {rule.by === 'category' && (
        <>
          <Choose
            label="Column"
            value={rule.column}
            choices={choicesOf(categorical)}
            onChange={(column) => set({ nodeColour: { ...rule, column, colours: {} } })}
          />
          <Choose
            label="Palette"
            value={rule.palette}
            choices={Object.keys(categoryPalettes).map((value) => ({
              value,
              label: value.charAt(0).toUpperCase() + value.slice(1),
            }))}
            onChange={(palette) => set({ nodeColour: { ...rule, palette: palette as typeof rule.palette } })}
          />
          <CategoryColours rule={rule} set={set} />
        </>
      )}
      {rule.by === 'amount' && (
        <>
          <Choose
            label="Column"
            value={rule.column}
            choices={choicesOf(amounts)}
            onChange={(column) => set({ nodeColour: { ...rule, column } })}
          />
          <div className="grid grid-cols-2 gap-2">
            <Choose
              label="Palette"
              value={rule.palette}
              choices={Object.keys(amountPalettes).map((value) => ({ value, label: value }))}
              onChange={(palette) => set({ nodeColour: { ...rule, palette: palette as typeof rule.palette } })}
            />
            <Choose
              label="Scale"
              value={rule.scale}
              choices={scaleChoices}
              onChange={(scale) => set({ nodeColour: { ...rule, scale: scale as Scale } })}
            />
          </div>
        </>
      )}
    </>
  );
}

/** The colour of each value, to be set one by one. */
function CategoryColours({
  rule,
  set,
}: {
  rule: Extract<StyleProps['step']['nodeColour'], { by: 'category' }>;
  set: StyleProps['set'];
}) {
  const net = useWorkbench((state) => state.net);
  const entries = useMemo(() => {
    const col = net?.nodeColumns.find(({ name }) => name === rule.column);
    return col ? categoryColours(col, rule) : [];
  }, [net, rule]);
  return (
    <ul aria-label="Colours" className="mt-2 max-h-52 overflow-auto">
      {entries.slice(0, 60).map(({ value, colour }) => (
        <li key={value} className="flex items-center gap-2 py-0.5">
          <input
            type="color"
            aria-label={`Colour of ${value}`}
            value={colour}
            onChange={(event) =>
              set(
                { nodeColour: { ...rule, colours: { ...rule.colours, [value]: event.target.value } } },
                `colour ${value}`,
              )
            }
            className="size-5 cursor-pointer rounded border border-line bg-panel"
          />
          <span className="truncate">{value}</span>
        </li>
      ))}
    </ul>
  );
}

export function NodeSize({ step, set, amounts }: StyleProps & { amounts: ColumnHoldings[] }) {
  const rule = step.nodeSize;
  return (
    <>
      <Choose
        label="Size"
        value={rule.by}
        choices={[
          { value: 'all', label: 'one for all' },
          { value: 'amount', label: 'by amount' },
        ]}
        onChange={(by) => {
          if (by === 'all') set({ nodeSize: { by, radius: 6 } });
          const column = amounts.find(({ name }) => name === 'degree')?.name ?? amounts[0]?.name ?? '';
          if (by === 'amount') set({ nodeSize: { by, column, min: 4, max: 13, scale: 'sqrt' } });
        }}
      />
      {rule.by === 'all' ? (
        <Slide
          label="Radius"
          value={rule.radius}
          min={1}
          max={30}
          step={0.5}
          onChange={(radius) => set({ nodeSize: { by: 'all', radius } }, 'radius')}
        />
      ) : (
        <>
          <div className="grid grid-cols-2 gap-2">
            <Choose
              label="Column"
              value={rule.column}
              choices={choicesOf(amounts)}
              onChange={(column) => set({ nodeSize: { ...rule, column } })}
            />
            <Choose
              label="Scale"
              value={rule.scale}
              choices={scaleChoices}
              onChange={(scale) => set({ nodeSize: { ...rule, scale: scale as Scale } })}
            />
          </div>
          <div className="grid grid-cols-2 gap-2">
            <NumberField
              label="Smallest"
              min={0.5}
              max={100}
              value={rule.min}
              onCommit={(min) => set({ nodeSize: { ...rule, min } })}
            />
            <NumberField
              label="Largest"
              min={0.5}
              max={100}
              value={rule.max}
              onCommit={(max) => set({ nodeSize: { ...rule, max } })}
            />
          </div>
        </>
      )}
    </>
  );
}

export function NodeShape({ step, set, categorical }: StyleProps & { categorical: ColumnHoldings[] }) {
  const rule = step.nodeShape;
  const col = rule.by === 'category' ? categorical.find(({ name }) => name === rule.column) : undefined;
  return (
    <>
      <Choose
        label="Shape"
        value={rule.by}
        choices={[
          { value: 'all', label: 'one for all' },
          { value: 'category', label: 'by category' },
        ]}
        onChange={(by) => {
          if (by === 'all') set({ nodeShape: { by, shape: 'circle' } });
          if (by === 'category') set({ nodeShape: { by, column: categorical[0]?.name ?? '', shapes: {} } });
        }}
      />
      {rule.by === 'all' ? (
        <Choose
          label="Shape of all nodes"
          value={rule.shape}
          choices={shapes.map((value) => ({ value, label: value }))}
          onChange={(shape) => set({ nodeShape: { by: 'all', shape: shape as Shape } })}
        />
      ) : (
        <>
          <Choose
            label="Column"
            value={rule.column}
            choices={choicesOf(categorical)}
            onChange={(column) => set({ nodeShape: { by: 'category', column, shapes: {} } })}
          />
          <ByValue
            name="Shape"
            values={col?.values ?? []}
            choices={shapes}
            current={(value, i) =>
              own(rule.shapes, value) ??
              (Object.keys(rule.shapes).length ? 'circle' : shapes[Math.min(i, shapes.length - 1)])
            }
            onChange={(value, shape) =>
              set({ nodeShape: { ...rule, shapes: { ...rule.shapes, [value]: shape as Shape } } })
            }
          />
        </>
      )}
    </>
  );
}

export function Labels({ step, set, amounts }: StyleProps & { amounts: ColumnHoldings[] }) {
  const rule = step.labels;
  return (
    <>
      <Choose
        label="Show"
        value={rule.show}
        choices={[
          { value: 'none', label: 'none' },
          { value: 'top', label: 'the most important' },
          { value: 'all', label: 'all that fit' },
        ]}
        onChange={(show) => set({ labels: { ...rule, show: show as typeof rule.show } })}
      />
      {rule.show === 'top' && (
        <Slide
          label="How many"
          value={rule.top}
          min={1}
          max={200}
          step={1}
          onChange={(top) => set({ labels: { ...rule, top } }, 'top')}
        />
      )}
      {rule.show !== 'none' && (
        <>
          <Choose
            label="Most important by"
            value={rule.by ?? ''}
            choices={[{ value: '', label: 'size of the node' }, ...choicesOf(amounts)]}
            onChange={(by) => set({ labels: { ...rule, by: by || undefined } })}
          />
          <Slide
            label="Letter size"
            value={rule.size}
            min={8}
            max={28}
            step={1}
            onChange={(size) => set({ labels: { ...rule, size } }, 'letters')}
          />
        </>
      )}
    </>
  );
}
