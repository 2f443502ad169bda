'use client';
/** The forms of the constructions: direct ties, an incidence, citations. */
import { type CitationTies, type DirectTies, type IncidenceTies } from '@/core/ties';
import { Choose, NumberField, Toggle } from '@/ui/kit';
import type { TableAddress } from '@/worker/client';
import type { EditorProps } from '../editor';
import { ColumnsField, GatherField, NodeTables, choicesOf, weightChoices } from './ties-parts';

export type Set = EditorProps<'ties'>['set'];

export interface FormProps<S> {
  step: S;
  table: TableAddress | undefined;
  set: Set;
}

export const wordTypes = ['text', 'reference', 'list', 'number', 'yesno', 'link', 'date', 'place', 'picture'];

export function WeightField({ step, table, set }: FormProps<DirectTies | IncidenceTies>) {
  const numbers = table?.columns.filter(({ type }) => type === 'number').map(({ name }) => name) ?? [];
  return (
    <>
      <Choose
        label="Ties count as"
        value={step.weight ?? ''}
        choices={[{ value: '', label: 'the number of records' }, ...choicesOf(numbers)]}
        onChange={(weight) => set({ weight: weight || undefined })}
      />
      {step.weight !== undefined && (
        <Choose
          label={`Of several records’ ${step.weight}`}
          value={step.weightBy}
          choices={[
            { value: 'sum', label: 'the sum' },
            { value: 'mean', label: 'the mean' },
            { value: 'max', label: 'the greatest' },
          ]}
          onChange={(weightBy) => set({ weightBy: weightBy as 'sum' | 'mean' | 'max' })}
        />
      )}
    </>
  );
}

export function DirectForm({ step, table, set }: FormProps<DirectTies>) {
  const columns = table?.columns.map(({ name }) => name) ?? [];
  const twoKinds = step.kinds !== undefined;
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Choose label="From" value={step.from} choices={choicesOf(columns)} onChange={(from) => set({ from })} />
        <Choose label="To" value={step.to} choices={choicesOf(columns)} onChange={(to) => set({ to })} />
      </div>
      <Toggle label="Ties have a direction" checked={step.directed} onChange={(directed) => set({ directed })} />
      {!step.directed && (
        <Toggle
          label="a – b and b – a are one tie"
          checked={step.opposite === 'merge'}
          onChange={(merge) => set({ opposite: merge ? 'merge' : 'keep' })}
        />
      )}
      <WeightField step={step} table={table} set={set} />
      <Choose
        label="Rows with the same two ends"
        value={step.parallel}
        choices={[
          { value: 'sum', label: 'are summed to one edge' },
          { value: 'keep', label: 'are kept as edges of their own' },
        ]}
        onChange={(parallel) => set({ parallel: parallel as 'sum' | 'keep' })}
      />
      <Toggle
        label="Keep ties of a node to itself"
        checked={step.loops === 'keep'}
        onChange={(keep) => set({ loops: keep ? 'keep' : 'drop' })}
      />
      <Toggle
        label="The two ends are of two kinds"
        checked={twoKinds}
        onChange={(on) => set({ kinds: on ? [step.from, step.to] : undefined, others: undefined })}
      />
      <NodeTables
        label={twoKinds ? `Tables that describe ${step.from}` : 'Tables that describe the nodes'}
        value={step.nodes}
        except={step.table}
        unmatched={step.unmatched}
        onChange={(nodes) => set({ nodes })}
        onUnmatched={(unmatched) => set({ unmatched })}
      />
      {twoKinds && (
        <NodeTables
          label={`Tables that describe ${step.to}`}
          value={step.others}
          except={step.table}
          unmatched={step.unmatched}
          onChange={(others) => set({ others })}
          onUnmatched={(unmatched) => set({ unmatched })}
        />
      )}
      {step.parallel === 'sum' && (
        <GatherField
          table={table}
          value={step.gather}
          byType="Numbers are summed, of dates the first and last are taken, of few values the most frequent."
          onChange={(gather) => set({ gather })}
        />
      )}
    </>
  );
}

export function IncidenceForm({ step, table, set }: FormProps<IncidenceTies>) {
  const twoMode = step.result === 'two-mode';
  const byRecord = step.left.length === 0;
  const left = byRecord ? 'records' : step.left.join(', ');
  const right = step.right.join(', ');
  const setKinds = (change: { left?: string[]; right?: string[] }): void => {
    const { left: a = step.left, right: b = step.right } = change;
    set({ ...change, kinds: [a.join(' and ') || 'record', b.join(' and ')] });
  };
  return (
    <>
      <ColumnsField
        label="Values of"
        table={table}
        value={step.right}
        types={wordTypes}
        onChange={(next) => setKinds({ right: next })}
      />
      <ColumnsField
        label="Tied when on one"
        table={table}
        value={step.left}
        types={wordTypes}
        none="record, each row by itself"
        onChange={(next) => setKinds({ left: next })}
      />
      <Choose
        label="Nodes are"
        value={step.result}
        choices={[
          { value: 'two-mode', label: `both: ${left} and ${right}` },
          { value: 'right', label: `${right}, tied by ${left}` },
          { value: 'left', label: `${left}, tied by ${right}` },
        ]}
        onChange={(result) => set({ result: result as IncidenceTies['result'] })}
      />
      {twoMode ? (
        <WeightField step={step} table={table} set={set} />
      ) : (
        <Choose
          label="Weights are"
          value={step.normalise}
          choices={weightChoices}
          onChange={(normalise) => set({ normalise: normalise as IncidenceTies['normalise'] })}
          help={normaliseHelp[step.normalise]}
        />
      )}
      <Choose
        label="Counting"
        value={step.counting}
        choices={[
          { value: 'full', label: 'full: each counts 1' },
          { value: 'fractional', label: 'fractional: large ones count less' },
        ]}
        onChange={(counting) => set({ counting: counting as IncidenceTies['counting'] })}
        help={
          step.counting === 'full'
            ? twoMode
              ? 'Each record gives 1 to each of its ties.'
              : 'Whatever two nodes share gives 1 to their tie.'
            : twoMode
              ? 'Each record gives 1 in all, in equal parts to its ties.'
              : 'What k nodes share gives 1/(k − 1) to each of their pairs, k/2 in all.'
        }
      />
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          label="At most values"
          whole
          min={0}
          value={step.mostValues ?? 0}
          onCommit={(count) => set({ mostValues: count || undefined })}
        />
        <NumberField
          label="At most records"
          whole
          min={0}
          value={step.mostRecords ?? 0}
          onCommit={(count) => set({ mostRecords: count || undefined })}
        />
      </div>
      <p className="mt-1 text-sm text-quiet">
        Records with more values are left out; values in more records tie nobody. 0 takes all.
      </p>
      {byRecord && step.result !== 'right' && (
        <Choose
          label="Records are called by"
          value={step.label ?? ''}
          choices={[{ value: '', label: 'their identity' }, ...choicesOf(table?.columns.map(({ name }) => name) ?? [])]}
          onChange={(label) => set({ label: label || undefined })}
        />
      )}
      {!byRecord && step.result !== 'right' && (
        <NodeTables
          label={`Tables that describe ${left}`}
          value={step.nodes}
          except={step.table}
          unmatched={step.unmatched}
          onChange={(nodes) => set({ nodes })}
          onUnmatched={(unmatched) => set({ unmatched })}
        />
      )}
      {step.result !== 'left' && (
        <NodeTables
          label={`Tables that describe ${right}`}
          value={step.others}
          except={step.table}
          unmatched={step.unmatched}
          onChange={(others) => set({ others })}
          onUnmatched={(unmatched) => set({ unmatched })}
        />
      )}
      <GatherField
        table={table}
        value={step.gather}
        byType="Of dates the first and last are taken."
        onChange={(gather) => set({ gather })}
      />
    </>
  );
}

export const normaliseHelp: Record<IncidenceTies['normalise'], string> = {
  none: '',
  'association strength':
    '2·S·c / (sᵢ·sⱼ): c over what chance would give, with s the sum of a node’s counts and S that of all.',
  cosine: 'c / √(oᵢ·oⱼ), with o the records that hold a node.',
  jaccard: 'c / (oᵢ + oⱼ − c): the shared part of all that hold one of the two.',
  inclusion: 'c / min(oᵢ, oⱼ): the shared part of the rarer one.',
};

export const citationColumns = [
  ['key', 'Key'],
  ['doi', 'DOI'],
  ['authors', 'Authors'],
  ['year', 'Year'],
  ['title', 'Title'],
] as const;

export function CitationForm({ step, table, set }: FormProps<CitationTies>) {
  const columns = choicesOf(table?.columns.map(({ name }) => name) ?? []);
  const optional = [{ value: '', label: 'none' }, ...columns];
  return (
    <>
      <Choose
        label="Column of references"
        value={step.references}
        choices={columns}
        onChange={(references) => set({ references })}
        help="Each reference is looked up by key, then by DOI, then by author, year and title; spellings count as joined in Names."
      />
      <div className="grid grid-cols-2 gap-x-2">
        {citationColumns.map(([part, label]) => (
          <Choose
            key={part}
            label={label}
            value={step[part] ?? ''}
            choices={optional}
            onChange={(name) => set({ [part]: name || undefined })}
          />
        ))}
        <Choose
          label="Called by"
          value={step.label ?? ''}
          choices={[{ value: '', label: 'identity' }, ...columns]}
          onChange={(label) => set({ label: label || undefined })}
        />
      </div>
      <Choose
        label="References that are no record here"
        value={step.unmatched}
        choices={[
          { value: 'leave', label: 'are left out' },
          { value: 'create', label: 'become nodes of their own' },
        ]}
        onChange={(unmatched) => set({ unmatched: unmatched as 'create' | 'leave' })}
      />
    </>
  );
}
