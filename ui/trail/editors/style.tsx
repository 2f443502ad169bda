'use client';
import { type ReactNode, useMemo } from 'react';
import { columnTitle } from '@/core/measure';
import {
  type Pattern,
  type Scale,
  type Shape,
  amountPalettes,
  categoryColours,
  categoryPalettes,
  patterns,
  scales,
  shapes,
} from '@/core/style';
import { Choose, NumberField, Slide, Toggle } from '@/ui/kit';
import { useWorkbench } from '@/ui/shell/workbench-context';
import type { ColumnHoldings } from '@/worker/client';
import type { EditorProps } from '../step-editor';

type Props = EditorProps<'style'>;

const scaleNames: Record<Scale, string> = { linear: 'linear', sqrt: 'square root', log: 'logarithm', rank: 'rank' };
const scaleChoices = scales.map((value) => ({ value, label: scaleNames[value] }));
const isAmount = ({ type }: ColumnHoldings): boolean => type === 'number' || type === 'date';
const choicesOf = (columns: readonly ColumnHoldings[]) =>
  columns.map(({ name }) => ({ value: name, label: columnTitle(name) }));

export function StyleEditor({ step, before, set }: Props) {
  const nodeColumns = before?.nodeColumns ?? [];
  const edgeColumns = before?.edgeColumns ?? [];
  const amounts = nodeColumns.filter(isAmount);
  const categorical = nodeColumns.filter(({ values }) => values.length > 0);
  const edgeAmounts = [{ value: 'weight', label: 'weight' }, ...choicesOf(edgeColumns.filter(isAmount))];
  const edgeCategorical = edgeColumns.filter(({ values }) => values.length > 0 && values.length <= 40);
  return (
    <>
      <Section title="Nodes">
        <NodeColour step={step} set={set} amounts={amounts} categorical={categorical} before={before} />
        <NodeSize step={step} set={set} amounts={amounts} before={before} />
        <NodeShape
          step={step}
          set={set}
          categorical={categorical.filter(({ values }) => values.length <= 40)}
          before={before}
        />
      </Section>
      <Section title="Labels">
        <Labels step={step} set={set} amounts={amounts} before={before} />
      </Section>
      <Section title="Edges">
        <EdgeLook step={step} set={set} amounts={edgeAmounts} categorical={edgeCategorical} before={before} />
      </Section>
      <Section title="Page">
        <Choose
          label="Ground"
          value={step.ground}
          choices={[
            { value: 'paper', label: 'paper' },
            { value: 'white', label: 'white' },
            { value: 'night', label: 'night' },
          ]}
          onChange={(ground) => set({ ground: ground as typeof step.ground })}
          help="For pictures taken away. On screen the ground follows the theme."
        />
        <Toggle label="Legend" checked={step.legend} onChange={(legend) => set({ legend })} />
      </Section>
    </>
  );
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-4 border-t border-line pt-3">
      <h2 className="-mb-2 font-serif text-[15px] font-semibold">{title}</h2>
      {children}
    </section>
  );
}

function NodeColour({
  step,
  set,
  amounts,
  categorical,
}: Props & { amounts: ColumnHoldings[]; categorical: ColumnHoldings[] }) {
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
          if (by === 'all') set({ nodeColour: { by, colour: '#2F6F8F' } });
          const first = (columns: ColumnHoldings[], wish: string): string =>
            columns.find(({ name }) => name === wish)?.name ?? columns[0]?.name ?? '';
          if (by === 'category') {
            set({ nodeColour: { by, column: first(categorical, 'group'), palette: 'nunatak', colours: {} } });
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
              label: value === 'nunatak' ? 'Nunatak' : value,
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
  rule: Extract<Props['step']['nodeColour'], { by: 'category' }>;
  set: Props['set'];
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

function ColourField({ label, value, onChange }: { label: string; value: string; onChange: (colour: string) => void }) {
  return (
    <label className="mt-2 flex items-center gap-2">
      <input
        type="color"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        className="size-6 cursor-pointer rounded border border-line bg-panel"
      />
      {label}
    </label>
  );
}

function NodeSize({ step, set, amounts }: Props & { amounts: ColumnHoldings[] }) {
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

/** Which value looks how: a list of values, each with a choice. */
function ByValue({
  name,
  values,
  current,
  choices,
  onChange,
}: {
  name: string;
  values: readonly { value: string }[];
  current: (value: string, place: number) => string;
  choices: readonly string[];
  onChange: (value: string, look: string) => void;
}) {
  return (
    <ul aria-label={name} className="mt-2 space-y-1">
      {values.map(({ value }, i) => (
        <li key={value} className="grid grid-cols-[1fr_8rem] items-center gap-2">
          <span className="truncate">{value}</span>
          <Choose
            compact
            label={`${name} of ${value}`}
            value={current(value, i)}
            choices={choices.map((look) => ({ value: look, label: look }))}
            onChange={(look) => onChange(value, look)}
          />
        </li>
      ))}
    </ul>
  );
}

function NodeShape({ step, set, categorical }: Props & { categorical: ColumnHoldings[] }) {
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
              rule.shapes[value] ??
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

function Labels({ step, set, amounts }: Props & { amounts: ColumnHoldings[] }) {
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

function EdgeLook({
  step,
  set,
  amounts,
  categorical,
  before,
}: Props & { amounts: { value: string; label: string }[]; categorical: ColumnHoldings[] }) {
  const { edgeColour, edgeWidth, edgePattern } = step;
  const col = edgePattern.by === 'category' ? categorical.find(({ name }) => name === edgePattern.column) : undefined;
  return (
    <>
      <Choose
        label="Colour"
        value={edgeColour.by}
        choices={[
          { value: 'ends', label: 'of its ends; grey between groups' },
          { value: 'all', label: 'one for all' },
        ]}
        onChange={(by) => set({ edgeColour: by === 'all' ? { by, colour: '#8E999D' } : { by: 'ends' } })}
      />
      {edgeColour.by === 'all' && (
        <ColourField
          label="Colour of all edges"
          value={edgeColour.colour}
          onChange={(colour) => set({ edgeColour: { by: 'all', colour } }, 'edges')}
        />
      )}
      <Choose
        label="Width"
        value={edgeWidth.by}
        choices={[
          { value: 'all', label: 'one for all' },
          { value: 'amount', label: 'by amount' },
        ]}
        onChange={(by) => {
          if (by === 'all') set({ edgeWidth: { by, width: 1 } });
          if (by === 'amount') set({ edgeWidth: { by, column: 'weight', min: 0.8, max: 4, scale: 'sqrt' } });
        }}
      />
      {edgeWidth.by === 'all' ? (
        <Slide
          label="Width of all edges"
          value={edgeWidth.width}
          min={0.2}
          max={8}
          step={0.1}
          onChange={(width) => set({ edgeWidth: { by: 'all', width } }, 'width')}
        />
      ) : (
        <>
          <div className="grid grid-cols-2 gap-2">
            <Choose
              label="Column"
              value={edgeWidth.column}
              choices={amounts}
              onChange={(column) => set({ edgeWidth: { ...edgeWidth, column } })}
            />
            <Choose
              label="Scale"
              value={edgeWidth.scale}
              choices={scaleChoices}
              onChange={(scale) => set({ edgeWidth: { ...edgeWidth, scale: scale as Scale } })}
            />
          </div>
          <div className="grid grid-cols-2 gap-2">
            <NumberField
              label="Thinnest"
              min={0.1}
              max={30}
              value={edgeWidth.min}
              onCommit={(min) => set({ edgeWidth: { ...edgeWidth, min } })}
            />
            <NumberField
              label="Widest"
              min={0.1}
              max={30}
              value={edgeWidth.max}
              onCommit={(max) => set({ edgeWidth: { ...edgeWidth, max } })}
            />
          </div>
        </>
      )}
      <Choose
        label="Line"
        value={edgePattern.by}
        choices={[
          { value: 'all', label: 'one for all' },
          { value: 'category', label: 'by category' },
        ]}
        onChange={(by) => {
          if (by === 'all') set({ edgePattern: { by, pattern: 'solid' } });
          if (by === 'category') set({ edgePattern: { by, column: categorical[0]?.name ?? '', patterns: {} } });
        }}
      />
      {edgePattern.by === 'all' ? (
        <Choose
          label="Line of all edges"
          value={edgePattern.pattern}
          choices={patterns.map((value) => ({ value, label: value }))}
          onChange={(pattern) => set({ edgePattern: { by: 'all', pattern: pattern as Pattern } })}
        />
      ) : (
        <>
          <Choose
            label="Column"
            value={edgePattern.column}
            choices={choicesOf(categorical)}
            onChange={(column) => set({ edgePattern: { by: 'category', column, patterns: {} } })}
          />
          <ByValue
            name="Line"
            values={col?.values ?? []}
            choices={patterns}
            current={(value, i) => edgePattern.patterns[value] ?? patterns[Math.min(i, patterns.length - 1)]}
            onChange={(value, pattern) =>
              set({
                edgePattern: { ...edgePattern, patterns: { ...edgePattern.patterns, [value]: pattern as Pattern } },
              })
            }
          />
        </>
      )}
      <Slide
        label="Bow"
        value={step.curve}
        min={0}
        max={0.4}
        step={0.02}
        show={(value) => value.toFixed(2)}
        onChange={(curve) => set({ curve }, 'curve')}
        help="Above 20,000 edges all are drawn straight."
      />
      <Toggle
        label="Opacity by density"
        checked={step.edgeOpacity === undefined}
        onChange={(auto) => set({ edgeOpacity: auto ? undefined : 0.5 })}
      />
      {step.edgeOpacity !== undefined && (
        <Slide
          label="Opacity"
          value={step.edgeOpacity}
          min={0.01}
          max={1}
          step={0.01}
          onChange={(edgeOpacity) => set({ edgeOpacity }, 'opacity')}
        />
      )}
      {before?.directed !== false && (
        <Toggle label="Arrowheads" checked={step.arrows} onChange={(arrows) => set({ arrows })} />
      )}
    </>
  );
}
