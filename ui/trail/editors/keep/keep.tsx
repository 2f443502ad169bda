'use client';
import type { ReactNode } from 'react';
import { type KeepRule, keepKinds } from '@/core/keep';
import { Choose, NumberField, Slide, TextField, Toggle, grouped } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { ColumnHoldings, Holdings } from '@/worker/client';
import { Bars } from '../bars';
import type { EditorProps } from '../../editor';
import { useStepBefore } from '../groups/use-step-before';
import { ChosenNodes } from './chosen-nodes';
import { Conditions } from './conditions';
import { ValuesRule } from './values-rule';
import { own } from '@/core/own';

type Of<B extends KeepRule['by']> = Extract<KeepRule, { by: B }>;
interface RuleProps<B extends KeepRule['by']> {
  rule: Of<B>;
  before: Holdings;
  set: (change: { rule: KeepRule }, merge?: string) => void;
  /** The step before, whose network is narrowed. */
  at?: string;
}

export function KeepEditor({ step, before, set }: EditorProps<'keep'>) {
  const { rule } = step;
  const report = useWorkbench((state) => own(state.reports, step.id));
  const { at } = useStepBefore(step.id);
  return (
    <>
      <Choose
        label="Keep"
        value={rule.by}
        choices={Object.values(keepKinds).map(({ by, title }) => ({ value: by, label: title }))}
        onChange={(by) => before && set({ rule: firstRule(by as KeepRule['by'], before) })}
        help={keepKinds[rule.by].help}
      />
      {before && <RuleForm rule={rule} before={before} set={set} at={at} />}
      {report && before && before.nodes > 0 && !report.fault && (
        <p className="mt-4 border-t border-line pt-3" aria-live="polite">
          <b className="font-semibold">
            {grouped(report.nodes)} of {grouped(before.nodes)} nodes
          </b>{' '}
          <span className="text-quiet">({share(report.nodes, before.nodes)} %) and </span>
          <b className="font-semibold">{grouped(report.edges)}</b>
          <span className="text-quiet">
            {' '}
            of {grouped(before.edges)} edges ({share(report.edges, before.edges)} %) stay.
          </span>
        </p>
      )}
    </>
  );
}

const share = (part: number, whole: number): number => (whole ? Math.round((100 * part) / whole) : 100);

/** What a rule begins with. */
function firstRule(by: KeepRule['by'], before: Holdings): KeepRule {
  const categorical = before.nodeColumns.filter(({ values }) => values.length > 0);
  switch (by) {
    case 'degree':
      return { by, min: 2 };
    case 'strength':
      return { by, min: 2 };
    case 'values': {
      const col = categorical.find(({ values }) => values.length <= 60) ?? categorical[0];
      return { by, column: col?.name ?? '', values: col?.values.map(({ value }) => value) ?? [] };
    }
    case 'number': {
      const col = before.nodeColumns.find(({ type }) => type === 'number');
      return col ? { by, on: 'nodes', column: col.name } : { by, on: 'edges', column: 'weight' };
    }
    case 'condition':
      return {
        by,
        on: 'nodes',
        where: { match: 'all', rules: [{ about: 'degree', column: '', is: 'at least', value: '2', to: '' }] },
      };
    default:
      return keepKinds[by].schema.parse({ by, nodes: [], from: [], to: [], shortlist: '' });
  }
}

function RuleForm({ rule, before, set, at }: RuleProps<KeepRule['by']>): ReactNode {
  switch (rule.by) {
    case 'component':
      return (
        <NumberField
          label="All of at least so many nodes (0: the largest alone)"
          whole
          min={0}
          value={rule.min ?? 0}
          onCommit={(min) => set({ rule: { by: 'component', min: min || undefined } })}
        />
      );
    case 'degree':
      return <DegreeRule rule={rule} before={before} set={set} />;
    case 'strength':
      return <Range rule={rule} set={set} />;
    case 'number':
      return <NumberRule rule={rule} before={before} set={set} />;
    case 'values':
      return (
        <ValuesRule rule={rule} columns={before.nodeColumns.filter(({ values }) => values.length > 0)} set={set} />
      );
    case 'condition':
      return <Conditions rule={rule} before={before} onChange={(next) => set({ rule: next }, 'condition')} />;
    case 'core':
      return (
        <Slide
          label="k"
          value={rule.k}
          min={1}
          max={Math.max(10, rule.k)}
          step={1}
          onChange={(k) => set({ rule: { ...rule, k } }, 'k')}
        />
      );
    case 'ego':
      return (
        <>
          <ChosenNodes
            at={at}
            label="Around"
            ids={rule.nodes}
            onChange={(nodes) => set({ rule: { ...rule, nodes } })}
          />
          <Slide
            label="Steps"
            value={rule.distance}
            min={1}
            max={Math.max(6, rule.distance)}
            step={1}
            onChange={(distance) => set({ rule: { ...rule, distance } }, 'distance')}
          />
          {before.directed && (
            <WayField value={rule.direction} onChange={(direction) => set({ rule: { ...rule, direction } })} />
          )}
          <Choose
            label="Of several chosen nodes"
            value={rule.as}
            choices={[
              { value: 'union', label: 'near one of them' },
              { value: 'overlap', label: 'near all of them' },
            ]}
            onChange={(as) => set({ rule: { ...rule, as: as as 'union' | 'overlap' } })}
          />
        </>
      );
    case 'reach':
      return (
        <>
          <ChosenNodes at={at} label="From" ids={rule.nodes} onChange={(nodes) => set({ rule: { ...rule, nodes } })} />
          <Choose
            label="Which way"
            value={rule.direction}
            choices={[
              { value: 'out', label: 'downstream: where edges lead' },
              { value: 'in', label: 'upstream: from where edges come' },
            ]}
            onChange={(direction) => set({ rule: { ...rule, direction: direction as 'out' | 'in' } })}
          />
        </>
      );
    case 'between':
      return (
        <>
          <ChosenNodes at={at} label="From" ids={rule.from} onChange={(from) => set({ rule: { ...rule, from } })} />
          <ChosenNodes at={at} label="To" ids={rule.to} onChange={(to) => set({ rule: { ...rule, to } })} />
          <NumberField
            label="At most so many steps (0: the shortest paths)"
            whole
            min={0}
            value={rule.longest ?? 0}
            onCommit={(longest) =>
              set({
                rule: {
                  ...rule,
                  longest: longest || undefined,
                  simple: rule.longest === undefined ? true : rule.simple,
                },
              })
            }
          />
          {rule.longest !== undefined && (
            <Toggle
              label="Simple paths only: no node twice"
              checked={rule.simple}
              onChange={(simple) => set({ rule: { ...rule, simple } })}
            />
          )}
          {before.directed && (
            <Toggle
              label="Along the direction of edges"
              checked={rule.directed}
              onChange={(directed) => set({ rule: { ...rule, directed } })}
            />
          )}
        </>
      );
    case 'nodes':
      return (
        <>
          <ChosenNodes
            at={at}
            label="Chosen"
            ids={rule.nodes}
            onChange={(nodes) => set({ rule: { ...rule, nodes } })}
          />
          <LeaveField leave={rule.leave} onChange={(leave) => set({ rule: { ...rule, leave } })} />
        </>
      );
    case 'shortlist':
      return (
        <>
          <ShortlistField value={rule.shortlist} onChange={(shortlist) => set({ rule: { ...rule, shortlist } })} />
          <LeaveField leave={rule.leave} onChange={(leave) => set({ rule: { ...rule, leave } })} />
        </>
      );
    case 'sample':
      return (
        <div className="grid grid-cols-2 gap-2">
          <NumberField
            label="Nodes"
            whole
            min={1}
            value={rule.count}
            onCommit={(count) => set({ rule: { ...rule, count } })}
          />
          <NumberField label="Seed" whole value={rule.seed} onCommit={(seed) => set({ rule: { ...rule, seed } })} />
        </div>
      );
    case 'weight':
      return (
        <NumberField label="Weight at least" value={rule.min} onCommit={(min) => set({ rule: { ...rule, min } })} />
      );
    case 'strongest':
      return (
        <Slide
          label="Edges of each node"
          value={rule.count}
          min={1}
          max={Math.max(10, rule.count)}
          step={1}
          onChange={(count) => set({ rule: { ...rule, count } }, 'count')}
        />
      );
    case 'backbone':
      return (
        <NumberField
          label="Significance level"
          min={0.000001}
          max={1}
          value={rule.level}
          onCommit={(level) => set({ rule: { ...rule, level } })}
        />
      );
    case 'isolates':
      return null;
  }
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

function LeaveField({ leave, onChange }: { leave: boolean; onChange: (leave: boolean) => void }) {
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

function WayField({
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
function Range({ rule, set }: { rule: Of<'strength'> | Of<'number'>; set: RuleProps<'number'>['set'] }) {
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

function Bound({
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

function NumberRule({ rule, before, set }: RuleProps<'number'>) {
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

function DegreeRule({ rule, before, set }: RuleProps<'degree'>) {
  const highest = Math.max(1, before.degree.high ?? 1);
  return (
    <>
      <Slide
        label="Degree at least"
        value={rule.min}
        min={0}
        max={Math.min(highest, 60)}
        step={1}
        onChange={(min) => set({ rule: { ...rule, min } }, 'min')}
      />
      <Bars distribution={before.degree} from={rule.min} to={rule.max ?? highest} label="Nodes by degree" />
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
