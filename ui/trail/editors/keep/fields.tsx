'use client';
/** Fields that the rules of Keep share. */
import type { ReactNode } from 'react';
import { type KeepRule } from '@/core/keep';
import { Choose, NumberField, Slide, TextField, stopsTo } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { ColumnHoldings, Holdings } from '@/worker/client';
import { Bars, BarsAlong } from '../bars';

export type Of<B extends KeepRule['by']> = Extract<KeepRule, { by: B }>;

export interface RuleProps<B extends KeepRule['by']> {
  rule: Of<B>;
  before: Holdings;
  set: (change: { rule: KeepRule }, merge?: string) => void;
  /** Rules that may come next. */
  foresee?: (rules: KeepRule[]) => void;
  /** The step before, whose network is narrowed. */
  at?: string;
}

export function ShortlistField({ value, onChange }: { value: string; onChange: (id: string) => void }) {
  const shortlists = useWorkbench((state) => state.shortlists);
  if (!shortlists.length)
    return <p className="mt-2 text-sm text-quiet">There is no shortlist yet. Select nodes and press L to make one.</p>;
  return (
    <Choose
      label="Shortlist"
      value={value}
      choices={shortlists.map(({ id, name, folder }) => ({ value: id, label: folder ? `${folder} / ${name}` : name }))}
      onChange={onChange}
    />
  );
}

export function LeaveField({ leave, onChange }: { leave: boolean; onChange: (leave: boolean) => void }) {
  return (
    <Choose
      label="They"
      value={leave ? 'leave' : 'stay'}
      choices={[
        { value: 'stay', label: 'stay, all others leave' },
        { value: 'leave', label: 'are left out' },
      ]}
      onChange={(next) => onChange(next === 'leave')}
    />
  );
}

export function WayField({
  value,
  onChange,
}: {
  value: 'out' | 'in' | 'both';
  onChange: (value: 'out' | 'in' | 'both') => void;
}) {
  return (
    <Choose
      label="Along"
      value={value}
      choices={[
        { value: 'both', label: 'edges of either direction' },
        { value: 'out', label: 'edges that leave' },
        { value: 'in', label: 'edges that arrive' },
      ]}
      onChange={(next) => onChange(next as 'out' | 'in' | 'both')}
    />
  );
}

/** A lower and an upper bound; an empty field is none. */
export function Range({ rule, set }: { rule: Of<'strength'> | Of<'number'>; set: RuleProps<'number'>['set'] }) {
  const field = (part: 'min' | 'max', label: string): ReactNode => (
    <Bound label={label} value={rule[part]} onCommit={(value) => set({ rule: { ...rule, [part]: value } })} />
  );
  return (
    <div className="grid grid-cols-2 gap-2">
      {field('min', 'At least')}
      {field('max', 'At most')}
    </div>
  );
}

export function Bound({
  label,
  value,
  onCommit,
}: {
  label: string;
  value: number | undefined;
  onCommit: (value: number | undefined) => void;
}) {
  return (
    <TextField
      label={label}
      value={value === undefined ? '' : String(value)}
      inputMode="decimal"
      placeholder="no bound"
      onCommit={(text) => {
        const number = Number(text.replace(',', '.'));
        onCommit(text.trim() === '' || !Number.isFinite(number) ? undefined : number);
      }}
    />
  );
}

export function NumberRule({ rule, before, set }: RuleProps<'number'>) {
  const isNumber = ({ type }: ColumnHoldings): boolean => type === 'number';
  const choices = [
    ...before.nodeColumns.filter(isNumber).map(({ name }) => ({ value: `nodes ${name}`, label: name })),
    { value: 'edges weight', label: 'weight of edges' },
    ...before.edgeColumns.filter(isNumber).map(({ name }) => ({ value: `edges ${name}`, label: `${name} of edges` })),
  ];
  const col = (rule.on === 'nodes' ? before.nodeColumns : before.edgeColumns).find(({ name }) => name === rule.column);
  return (
    <>
      <Choose
        label="Number"
        value={`${rule.on} ${rule.column}`}
        choices={choices}
        onChange={(next) => {
          const on = next.startsWith('edges ') ? 'edges' : 'nodes';
          set({ rule: { by: 'number', on, column: next.slice(6) } });
        }}
      />
      {col && (
        <Bars distribution={col.distribution} from={rule.min} to={rule.max} label={`Distribution of ${rule.column}`} />
      )}
      <Range rule={rule} set={set} />
    </>
  );
}

/** What no core exceeds: in a k-core k + 1 nodes at least have k neighbours each. */
export const highestCore = ({ edges, degree }: Pick<Holdings, 'edges' | 'degree'>): number =>
  Math.min(degree.high ?? 1, Math.floor((Math.sqrt(1 + 8 * edges) - 1) / 2));

export function DegreeRule({ rule, before, set, foresee }: RuleProps<'degree'>) {
  const highest = Math.max(1, before.degree.high ?? 1);
  const stops = stopsTo(0, highest);
  return (
    <>
      <Slide
        label="Degree at least"
        value={rule.min}
        stops={stops}
        onChange={(min) => set({ rule: { ...rule, min } }, 'min')}
        onNear={(mins) => foresee?.(mins.map((min) => ({ ...rule, min })))}
      />
      <BarsAlong
        amounts={before.degrees}
        stops={stops}
        from={rule.min}
        to={rule.max ?? highest}
        label="Nodes by degree"
      />
      <div className="mt-2 grid grid-cols-2 gap-2">
        <NumberField
          label="At least"
          whole
          min={0}
          value={rule.min}
          onCommit={(min) => set({ rule: { ...rule, min } })}
        />
        <NumberField
          label="At most"
          whole
          min={0}
          value={rule.max ?? highest}
          onCommit={(max) => set({ rule: { ...rule, max: max >= highest ? undefined : max } })}
        />
      </div>
    </>
  );
}
