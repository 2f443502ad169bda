'use client';
import { clsx } from 'clsx';
import { useState } from 'react';
import { leastInPrint, leastSide, mostDpi, mostSide, presets } from '@/core/figure/plan';
import { Button, Choose, NumberField, Toggle } from '@/ui/kit';
import { useFigure, useFigureSession, useFigureStore } from './context';
import type { Seen } from './store';
import { type ColumnNames, ColumnTicks, columnsKept, noColumns } from '@/ui/kit/column-ticks';
import { Share } from './share';
import { useTakes } from './takes';

const sights: { seen: Seen; name: string }[] = [
  { seen: 'colour', name: 'full colour' },
  { seen: 'grey', name: 'grey print' },
  { seen: 'red', name: 'red-blind' },
  { seen: 'green', name: 'green-blind' },
  { seen: 'blue', name: 'blue-blind' },
];

/** How large the page is, how it comes out in print, and the files of it. */
export function SizePanel() {
  const figure = useFigure((state) => state.figure);
  const problems = useFigure((state) => state.drawn?.problems);
  const seen = useFigure((state) => state.seen);
  const store = useFigureStore();
  const { width, height, dpi } = figure;
  const preset = presets.find((one) => one.width === width && one.height === height);
  const set = (to: Partial<typeof figure>, join?: string): void =>
    store.getState().change((now) => ({ ...now, ...to }), join);
  const tooLow = problems?.find((one) => one.height !== undefined);
  return (
    <aside aria-label="Size and form" className="w-63 shrink-0 overflow-y-auto border-l border-line bg-panel p-3.5">
      <h2 className="font-serif text-lg font-semibold">Size and form</h2>
      <Choose
        label="Page"
        value={preset?.key ?? 'own'}
        choices={[
          ...presets.map(({ key, name, width: wide }) => ({ value: key, label: `${name}, ${wide} mm` })),
          { value: 'own', label: 'A size of its own' },
        ]}
        onChange={(key) => {
          const chosen = presets.find((one) => one.key === key);
          if (chosen) set({ width: chosen.width, height: chosen.height });
        }}
      />
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          label="Width in mm"
          value={width}
          min={leastSide}
          max={mostSide}
          onCommit={(wide) => set({ width: wide })}
        />
        <NumberField
          label="Height in mm"
          value={height}
          min={leastSide}
          max={mostSide}
          onCommit={(high) => set({ height: high })}
        />
      </div>
      {tooLow && (
        <div role="alert" className="mt-2 rounded-md bg-amber px-2.5 py-1.5 text-sm">
          {tooLow.says}{' '}
          <Button className="mt-1" onClick={() => set({ height: Math.min(mostSide, tooLow.height ?? height) })}>
            Make it {tooLow.height} mm tall
          </Button>
        </div>
      )}
      <Smallest />
      <TakePanel />
      <NumberField
        label="Dots per inch of pictures"
        whole
        value={dpi}
        min={36}
        max={2400}
        onCommit={(next) => set({ dpi: next })}
      />
      {dpi > mostDpi(width, height) && (
        <p role="alert" className="mt-1 rounded-md bg-amber px-2.5 py-1.5 text-sm">
          A picture of this page can have at most {mostDpi(width, height)} dots per inch.{' '}
          <Button onClick={() => set({ dpi: mostDpi(width, height) })}>Take {mostDpi(width, height)}</Button>
        </p>
      )}
      <h3 className="mt-4 mb-1.5 text-sm font-semibold">Seen as</h3>
      <div role="radiogroup" aria-label="Seen as" className="grid grid-cols-3 gap-1.5">
        {sights.map((one) => (
          <button
            key={one.seen}
            type="button"
            role="radio"
            aria-checked={seen === one.seen}
            onClick={() => store.setState({ seen: one.seen })}
            className={clsx(
              'rounded-md border border-line px-1.5 py-1 text-left text-sm leading-tight',
              seen === one.seen ? 'bg-ink text-paper' : 'hover:bg-ground',
            )}
          >
            {one.name}
          </button>
        ))}
      </div>
    </aside>
  );
}

/** The smallest letter and the thinnest line in print, with a remedy where they are below what journals ask for. */
function Smallest() {
  const smallest = useFigure((state) => state.drawn?.smallest);
  const leastLetter = useFigure((state) => state.figure.leastLetter);
  const leastLine = useFigure((state) => state.figure.leastLine);
  const store = useFigureStore();
  if (!smallest) return null;
  const { letter, line } = smallest;
  const low = {
    letter: letter !== undefined && letter < leastInPrint.letter,
    line: line !== undefined && line < leastInPrint.line,
  };
  const raise = (): void =>
    store.getState().change((figure) => ({
      ...figure,
      ...(low.letter ? { leastLetter: leastInPrint.letter } : {}),
      ...(low.line ? { leastLine: leastInPrint.line } : {}),
    }));
  const row = (name: string, points: number | undefined, bad: boolean) => (
    <div className="mt-1 flex justify-between">
      <dt>{name}</dt>
      <dd className={clsx('font-semibold', bad && 'text-danger')}>{points === undefined ? '–' : `${points} pt`}</dd>
    </div>
  );
  return (
    <section aria-label="In print" className="mt-3">
      <dl>
        {row('Smallest letters in print', letter, low.letter)}
        {row('Thinnest line in print', line, low.line)}
      </dl>
      {(low.letter || low.line) && (
        <p role="status" className="mt-1 text-sm text-quiet">
          Many journals ask for at least{' '}
          {[low.letter && `${leastInPrint.letter} pt letters`, low.line && `${leastInPrint.line} pt lines`]
            .filter(Boolean)
            .join(' and ')}
          .{' '}
          <button type="button" className="font-semibold text-accent underline" onClick={raise}>
            Raise it
          </button>
        </p>
      )}
      {(leastLetter !== undefined || leastLine !== undefined) && (
        <p className="mt-1 text-sm text-quiet">
          Raised to{' '}
          {[
            leastLetter !== undefined && `letters of ${leastLetter} pt`,
            leastLine !== undefined && `lines of ${leastLine} pt`,
          ]
            .filter(Boolean)
            .join(' and ')}{' '}
          at least.{' '}
          <button
            type="button"
            className="font-semibold text-accent underline"
            onClick={() =>
              store.getState().change((figure) => ({ ...figure, leastLetter: undefined, leastLine: undefined }))
            }
          >
            Let them be
          </button>
        </p>
      )}
    </section>
  );
}

/** The columns that the page to explore can tell of: those of its map; pictures stay. */
function useExplored(): ColumnNames {
  const figure = useFigure((state) => state.figure);
  const drawn = useFigure((state) => state.drawn);
  const map = figure.parts.find((part) => part.kind === 'map' && !part.hidden);
  const found = drawn?.columns.find((one) => map && 'network' in map && one.network === map.network);
  const names = (list: readonly { name: string; picture?: boolean }[] = []): string[] =>
    list.flatMap(({ name, picture }) => (picture ? [] : [name]));
  return { nodes: names(found?.nodes), edges: names(found?.edges) };
}

/** Files of the page, each with what it is. */
function TakePanel() {
  const [fonts, setFonts] = useState(true);
  const [transparent, setTransparent] = useState(false);
  const [left, setLeft] = useState(noColumns);
  const all = useExplored();
  const columns = columnsKept(all, left);
  const takes = useTakes({ fonts, transparent, ...(columns ? { columns } : {}) });
  const session = useFigureSession();
  return (
    <section aria-label="Take away" className="mt-4">
      <h3 className="mb-1 text-sm font-semibold">Take away</h3>
      <ul>
        {takes.map(({ key, title, says, disabled, take }) => (
          <li key={key} className="border-t border-line">
            <button
              type="button"
              disabled={disabled}
              onClick={take}
              className="block w-full rounded px-1 py-1 text-left hover:bg-ground disabled:opacity-50"
            >
              <span className="block font-semibold">{title}</span>
              <span className="block text-sm text-quiet">{takes.busy === key ? 'Being made …' : says}</span>
            </button>
          </li>
        ))}
      </ul>
      {takes.busy !== undefined && (
        <Button className="mt-1" onClick={() => session.current?.stop()}>
          Stop
        </Button>
      )}
      <h4 className="mt-2 text-sm font-semibold">The page to explore tells of</h4>
      <ColumnTicks all={all} left={left} onLeave={setLeft} />
      <Toggle label="SVG brings its fonts" checked={fonts} onChange={setFonts} />
      <Toggle label="PNG without ground" checked={transparent} onChange={setTransparent} />
      <Share {...(columns ? { columns } : {})} />
    </section>
  );
}
