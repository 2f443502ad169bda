'use client';
import type { ReactNode } from 'react';
import { type KeepRule, keepKinds } from '@/core/keep';
import { Choose, NumberField, Slide, Toggle, grouped, percent, stopsTo } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { Holdings } from '@/worker/client';
import type { EditorProps } from '../../editor';
import { useStepBefore } from '../groups/use-step-before';
import { ChosenNodes } from './chosen-nodes';
import { Conditions } from './conditions';
import { SiftRule } from './sift-rule';
import { ValuesRule } from './values-rule';
import { own } from '@/core/own';
import {
  DegreeRule,
  LeaveField,
  NumberRule,
  Range,
  type RuleProps,
  ShortlistField,
  WayField,
  highestCore,
} from './fields';

export function KeepEditor({ step, before, set, foresee }: EditorProps<'keep'>) {
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
      {before && (
        <RuleForm
          step={step.id}
          rule={rule}
          before={before}
          set={set}
          foresee={(rules) => foresee?.(rules.map((next) => ({ rule: next })))}
          at={at}
        />
      )}
      {report && before && before.nodes > 0 && !report.fault && (
        <p className="mt-4 border-t border-line pt-3" aria-live="polite">
          <b className="font-semibold">
            {grouped(report.nodes)} of {grouped(before.nodes)} nodes
          </b>{' '}
          <span className="text-quiet">({percent(report.nodes, before.nodes)}) and </span>
          <b className="font-semibold">{grouped(report.edges)}</b>
          <span className="text-quiet">
            {' '}
            of {grouped(before.edges)} edges ({percent(report.edges, before.edges)}) stay.
          </span>
        </p>
      )}
    </>
  );
}

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
      return keepKinds[by].schema.parse({ by, nodes: [], from: [], to: [], shortlist: '', sifts: [] });
  }
}

function RuleForm({ step, rule, before, set, foresee, at }: RuleProps<KeepRule['by']> & { step: string }): ReactNode {
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
      return <DegreeRule rule={rule} before={before} set={set} foresee={foresee} />;
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
          stops={stopsTo(1, Math.max(10, rule.k, highestCore(before)), 20)}
          onChange={(k) => set({ rule: { ...rule, k } }, 'k')}
          onNear={(ks) => foresee?.(ks.map((k) => ({ ...rule, k })))}
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
            onNear={(distances) => foresee?.(distances.map((distance) => ({ ...rule, distance })))}
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
          stops={stopsTo(1, Math.max(10, rule.count, before.degree.high ?? 1), 20)}
          onChange={(count) => set({ rule: { ...rule, count } }, 'count')}
          onNear={(counts) => foresee?.(counts.map((count) => ({ ...rule, count })))}
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
    case 'sift':
      return <SiftRule id={step} rule={rule} />;
    case 'isolates':
      return null;
  }
}
