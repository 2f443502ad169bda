'use client';
/** Colour, width, line and bow of edges. */
import { type Pattern, type Scale, patterns } from '@/core/style';
import { Choose, NumberField, Slide, Toggle } from '@/ui/kit';
import type { ColumnHoldings } from '@/worker/client';
import { ByValue, ColourField, type StyleProps, scaleChoices, choicesOf } from './style-parts';
import { own } from '@/core/own';

export function EdgeLook({
  step,
  set,
  amounts,
  categorical,
  before,
}: StyleProps & { amounts: { value: string; label: string }[]; categorical: ColumnHoldings[] }) {
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
            current={(value, i) => own(edgePattern.patterns, value) ?? patterns[Math.min(i, patterns.length - 1)]}
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
