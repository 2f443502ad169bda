'use client';
import { ChevronLeft, ChevronRight, Pause, Play } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type SiftOf, dateUnits, windowWords } from '@/core/sift';
import { readDate, dayAfter, writeDate, datePrecision } from '@/core/tables';
import { Choose, IconButton, TextField } from '@/ui/kit';
import { Tick } from '@/ui/kit/tick';
import { useWorkbench } from '@/ui/state/context';
import { Brush, type Span, partColours, shifted } from '../brush';
import { offersFor } from '../changes';
import type { CardProps } from './card';
import { LastingRows } from './lasting-rows';
import { MeasureField } from './measure-field';

/** Milliseconds from one window to the next while it plays. */
const beat = 450;

/** A window over time: drawn out, moved, stepped, played. */
export function DatesCard({ sift, tally, set }: CardProps<SiftOf<'dates'>, 'bars'>) {
  const bars = tally?.bars ?? [];
  const net = useWorkbench((state) => state.net);
  const tables = useWorkbench((state) => state.tables);
  const own = useMemo(
    () => offersFor(net, tables).filter(({ of, table }) => of === sift.of && table === sift.table),
    [net, sift.of, sift.table, tables],
  );
  const others = tally?.ends ?? [];
  const called = own.map(({ column }) => ({ value: column, label: `called by ${column}` }));
  const under = own
    .filter(({ kind }) => kind === 'values')
    .map(({ column }) => ({ value: column, label: `under ${column}` }));
  const first = sift.from === undefined ? 0 : bars.findLastIndex(({ from }) => from <= (sift.from ?? 0));
  const last = sift.to === undefined ? bars.length - 1 : bars.findIndex(({ to }) => to >= (sift.to ?? 0));
  const open = sift.from === undefined && sift.to === undefined;
  const span: Span | undefined =
    open || !bars.length ? undefined : { first: Math.max(0, first), last: last < 0 ? bars.length - 1 : last };
  const take = (next: Span | undefined): void =>
    set(next ? { from: bars[next.first].from, to: bars[next.last].to } : { from: undefined, to: undefined });
  const step = (by: number): boolean => {
    const next = shifted(span ?? { first: 0, last: 0 }, span ? by : 0, bars.length);
    take(next);
    return next.last < bars.length - 1;
  };
  const [plays, setPlays] = useState(false);
  const go = useRef(step);
  useEffect(() => {
    go.current = step;
  });
  useEffect(() => {
    if (!plays) return;
    const timer = setInterval(() => {
      if (!go.current(1)) setPlays(false);
    }, beat);
    return () => clearInterval(timer);
  }, [plays]);
  const written = (text: string, end: boolean): number | undefined => {
    const read = readDate(text);
    return read && (end ? Math.ceil(dayAfter(read.day, read.precision)) : read.day);
  };
  const say = (day: number | undefined): string => (day === undefined ? '' : writeDate(day, datePrecision.day, false));
  return (
    <>
      <div className="mt-1.5 grid grid-cols-2 items-center gap-1.5">
        <MeasureField sift={sift} onChange={(measure) => set({ measure })} />
        <Choose
          compact
          label={`Unit of ${sift.column}`}
          value={sift.unit ?? ''}
          choices={[
            { value: '', label: tally?.unit ? `by ${tally.unit}` : 'by itself' },
            ...dateUnits.map((unit) => ({ value: unit, label: `each ${unit}` })),
          ]}
          onChange={(unit) => set({ unit: (unit || undefined) as typeof sift.unit })}
        />
        <Choose
          compact
          label={`Split ${sift.column}`}
          value={sift.split ?? ''}
          choices={[
            { value: '', label: 'not split' },
            ...own
              .filter(({ kind }) => kind === 'values')
              .map(({ column }) => ({ value: column, label: `by ${column}` })),
          ]}
          onChange={(split) => set({ split: split || undefined })}
        />
        {others.length > 0 && (
          <Choose
            compact
            label={`End of ${sift.column}`}
            value={sift.until ?? ''}
            choices={[
              { value: '', label: 'a time by itself' },
              ...others.map((column) => ({ value: column, label: `until ${column}` })),
            ]}
            onChange={(until) => set({ until: until || undefined, rows: until ? (sift.rows ?? {}) : sift.rows })}
          />
        )}
        {sift.until !== undefined && (
          <Choose
            compact
            label="What of it lies in the window"
            value={sift.how}
            choices={(['overlaps', 'begins', 'ends', 'within'] as const).map((value) => ({
              value,
              label: value === 'within' ? 'lies within' : value,
            }))}
            onChange={(how) => set({ how: how as typeof sift.how })}
          />
        )}
      </div>
      <Brush
        bars={bars}
        parts={tally?.parts?.length ?? 0}
        span={span}
        label={`${sift.column} over time`}
        onChange={take}
      />
      {sift.rows && tally?.rows && <LastingRows sift={sift} rows={tally.rows} bars={bars} />}
      <p className="flex items-center justify-between text-xs text-quiet">
        <span>{bars.length ? windowWords(bars[0].from, bars[0].to) : 'no dates'}</span>
        {!open && <b className="font-semibold text-ink">{windowWords(sift.from, sift.to)}</b>}
        <span>{bars.length ? windowWords(bars[bars.length - 1].from, bars[bars.length - 1].to) : ''}</span>
      </p>
      {tally?.parts && (
        <ul className="mt-1 flex flex-wrap gap-x-2.5 text-xs">
          {tally.parts.map((name, i) => (
            <li key={name} className="flex items-center gap-1">
              <span
                className="size-2 rounded-sm"
                style={{ background: i === (tally.parts?.length ?? 0) - 1 ? partColours[5] : partColours[i] }}
              />
              {name || 'others'}
            </li>
          ))}
        </ul>
      )}
      <div className="mt-1 flex items-center gap-1 text-sm">
        <TextField
          compact
          label={`${sift.column} from`}
          placeholder="from"
          value={say(sift.from)}
          onCommit={(text) => set({ from: written(text, false) })}
        />
        <TextField
          compact
          label={`${sift.column} to`}
          placeholder="to"
          value={sift.to === undefined ? '' : say(sift.to - 1)}
          onCommit={(text) => set({ to: written(text, true) })}
        />
        <IconButton name="Earlier" onClick={() => step(-1)}>
          <ChevronLeft size={15} aria-hidden />
        </IconButton>
        <IconButton name={plays ? 'Hold' : 'Play'} onClick={() => setPlays(!plays)}>
          {plays ? <Pause size={14} aria-hidden /> : <Play size={14} aria-hidden />}
        </IconButton>
        <IconButton name="Later" onClick={() => step(1)}>
          <ChevronRight size={15} aria-hidden />
        </IconButton>
      </div>
      <Tick
        checked={sift.rows !== undefined}
        onChange={(on) => set({ rows: on ? {} : undefined })}
        className="mt-1 text-sm"
        accent="accent-[var(--sifted)]"
      >
        each row as a bar
      </Tick>
      {sift.rows && (
        <div className="mt-1 grid grid-cols-2 gap-1.5">
          <Choose
            compact
            label="Rows are called by"
            value={sift.rows.label ?? ''}
            choices={[{ value: '', label: sift.of === 'nodes' ? 'called by name' : 'called by number' }, ...called]}
            onChange={(label) => set({ rows: { ...sift.rows, label: label || undefined } })}
          />
          <Choose
            compact
            label="Rows stand under"
            value={sift.rows.group ?? ''}
            choices={[{ value: '', label: 'no headings' }, ...under]}
            onChange={(group) => set({ rows: { ...sift.rows, group: group || undefined } })}
          />
        </div>
      )}
      {((tally?.uncertain ?? 0) > 0 || !sift.uncertain) && (
        <label className="mt-1 flex items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            checked={sift.uncertain}
            onChange={(event) => set({ uncertain: event.target.checked })}
            className="accent-[var(--sifted)]"
          />
          uncertain and coarse dates too (lighter)
        </label>
      )}
      {(tally?.empty.all ?? 0) > 0 && (
        <label className="mt-1 flex items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            checked={sift.empty}
            onChange={(event) => set({ empty: event.target.checked })}
            className="accent-[var(--sifted)]"
          />
          those without a date too ({tally?.empty.inView} of {tally?.empty.all})
        </label>
      )}
    </>
  );
}
