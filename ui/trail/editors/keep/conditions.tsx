'use client';
import { Plus, X } from 'lucide-react';
import { type Comparison, type ComparisonRule, type ConditionGroup, type KeepRule, comparisonsFor } from '@/core/keep';
import { Choose, IconButton, TextField } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { ColumnHoldings, Holdings } from '@/worker/client';

type ConditionRule = Extract<KeepRule, { by: 'condition' }>;

/** Conditions on nodes or edges, to be read aloud: column, comparison, value. */
export function Conditions({
  rule,
  before,
  onChange,
}: {
  rule: ConditionRule;
  before: Holdings;
  onChange: (rule: ConditionRule) => void;
}) {
  return (
    <>
      <Choose
        label="Of"
        value={rule.on}
        choices={[
          { value: 'nodes', label: 'nodes' },
          { value: 'edges', label: 'edges' },
        ]}
        onChange={(on) =>
          onChange({ by: 'condition', on: on as 'nodes' | 'edges', where: { match: 'all', rules: [] } })
        }
      />
      <GroupForm
        group={rule.where}
        on={rule.on}
        before={before}
        depth={0}
        onChange={(where) => onChange({ ...rule, where })}
      />
    </>
  );
}

export interface GroupProps {
  group: ConditionGroup;
  on: 'nodes' | 'edges';
  before: Holdings;
  depth: number;
  onChange: (group: ConditionGroup) => void;
}

export function GroupForm({ group, on, before, depth, onChange }: GroupProps) {
  const change = (i: number, rule: ComparisonRule | ConditionGroup): void =>
    onChange({ ...group, rules: group.rules.map((one, k) => (k === i ? rule : one)) });
  const drop = (i: number): void => onChange({ ...group, rules: group.rules.filter((_, k) => k !== i) });
  const add = (rule: ComparisonRule | ConditionGroup): void => onChange({ ...group, rules: [...group.rules, rule] });
  const first = subjects(on, before)[0];
  return (
    <div
      role="group"
      aria-label={depth ? 'Conditions in a group' : 'Conditions'}
      className={depth ? 'border-l-2 border-rise pl-2' : 'mt-3'}
    >
      {group.rules.length > 1 && (
        <Choose
          compact
          label="How they are joined"
          value={group.match}
          choices={[
            { value: 'all', label: 'all of these hold' },
            { value: 'any', label: 'any of these holds' },
          ]}
          onChange={(match) => onChange({ ...group, match: match as 'all' | 'any' })}
        />
      )}
      {group.rules.map((rule, i) => (
        <div key={i} className="mt-2 flex items-start gap-1">
          <div className="min-w-0 grow">
            {'rules' in rule ? (
              <GroupForm group={rule} on={on} before={before} depth={depth + 1} onChange={(next) => change(i, next)} />
            ) : (
              <ComparisonForm rule={rule} on={on} before={before} onChange={(next) => change(i, next)} />
            )}
          </div>
          <IconButton name={`Without condition ${i + 1}`} onClick={() => drop(i)}>
            <X size={14} aria-hidden />
          </IconButton>
        </div>
      ))}
      <div className="mt-2 flex gap-3 text-sm font-semibold text-accent">
        <button type="button" className="inline-flex items-center gap-1" onClick={() => first && add(blankRule(first))}>
          <Plus size={14} aria-hidden /> Condition
        </button>
        {depth < 2 && (
          <button
            type="button"
            className="inline-flex items-center gap-1"
            onClick={() => first && add({ match: group.match === 'all' ? 'any' : 'all', rules: [blankRule(first)] })}
          >
            <Plus size={14} aria-hidden /> Group
          </button>
        )}
      </div>
    </div>
  );
}

/** What can be compared, with its type. */
interface Subject {
  value: string;
  label: string;
  type: ColumnHoldings['type'] | 'shortlist';
  values: readonly { value: string }[];
}

function subjects(on: 'nodes' | 'edges', before: Holdings): Subject[] {
  const columns = (on === 'nodes' ? before.nodeColumns : before.edgeColumns).map(({ name, type, values }) => ({
    value: `column ${name}`,
    label: name,
    type,
    values,
  }));
  const number = (value: string, label: string): Subject => ({ value, label, type: 'number', values: [] });
  const own: Subject[] =
    on === 'edges'
      ? [number('weight', 'weight')]
      : [
          number('degree', 'degree'),
          number('strength', 'strength'),
          { value: 'name', label: 'name', type: 'text', values: [] },
          { value: 'shortlist', label: 'shortlist', type: 'shortlist', values: [] },
        ];
  return [
    ...own,
    ...columns.filter(({ label }) => on === 'edges' || label !== 'degree' || !own.some(({ value }) => value === label)),
  ];
}

function blankRule(subject: Subject): ComparisonRule {
  const column = subject.value.startsWith('column ');
  return {
    about: (column ? 'column' : subject.value) as ComparisonRule['about'],
    column: column ? subject.value.slice(7) : '',
    is: comparisonsFor(subject.type)[0],
    value:
      subject.type === 'number'
        ? '0'
        : (subject.values[0]?.value ?? (subject.type === 'yesno' ? 'yes' : subject.type === 'date' ? '1900' : '')),
    to: '',
  };
}

const mostChoices = 200;

function ComparisonForm({
  rule,
  on,
  before,
  onChange,
}: {
  rule: ComparisonRule;
  on: 'nodes' | 'edges';
  before: Holdings;
  onChange: (rule: ComparisonRule) => void;
}) {
  const shortlists = useWorkbench((state) => state.shortlists);
  const offered = subjects(on, before);
  const at = rule.about === 'column' ? `column ${rule.column}` : rule.about;
  const subject = offered.find(({ value }) => value === at);
  const none = rule.is === 'empty' || rule.is === 'filled';
  const listed =
    (rule.is === 'is' || rule.is === 'is not') &&
    subject &&
    subject.values.length > 0 &&
    subject.values.length <= mostChoices;
  return (
    <div className="grid grid-cols-2 gap-1">
      <Choose
        compact
        label="Column"
        value={at}
        choices={subject ? offered : [{ value: at, label: `${rule.column || at} (missing)` }, ...offered]}
        onChange={(value) => {
          const next = offered.find((one) => one.value === value);
          if (next) onChange(blankRule(next));
        }}
      />
      <Choose
        compact
        label="Comparison"
        value={rule.is}
        choices={comparisonsFor(subject?.type ?? 'text').map((is) => ({ value: is, label: is }))}
        onChange={(is) => onChange({ ...rule, is: is as Comparison })}
      />
      {!none && (
        <div className={rule.is === 'between' ? '' : 'col-span-2'}>
          {subject?.type === 'shortlist' ? (
            <Choose
              compact
              label="Value"
              value={rule.value}
              choices={shortlists.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={(value) => onChange({ ...rule, value })}
            />
          ) : listed ? (
            <Choose
              compact
              label="Value"
              value={rule.value}
              choices={subject.values.map(({ value }) => ({ value, label: value }))}
              onChange={(value) => onChange({ ...rule, value })}
            />
          ) : (
            <TextField
              compact
              label="Value"
              className="h-7"
              value={rule.value}
              onCommit={(value) => onChange({ ...rule, value })}
            />
          )}
        </div>
      )}
      {rule.is === 'between' && (
        <TextField
          compact
          label="Upper value"
          className="h-7"
          value={rule.to}
          onCommit={(to) => onChange({ ...rule, to })}
        />
      )}
    </div>
  );
}
