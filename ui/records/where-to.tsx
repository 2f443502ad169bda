'use client';
import { useCallback } from 'react';
import { columnsMatched } from '@/core/intake/columns';
import { own } from '@/core/own';
import type { TableHead } from '@/server/tables';
import { Choose, counted, grouped } from '@/ui/kit';
import type { DraftPreview } from '@/worker/client';
import type { KeptDraft } from './drafts-store';
import { Remedy } from './findings/remedy';
import { Card, Quiet, Remedies as RemedyRow } from './panel';
import type { Drafts } from './use-drafts';
import { useAsked } from '@/ui/kit/use-asked';

/** A new table, or one that is there: what would change in it. */
export function WhereTo({ draft, drafts, preview }: { draft: KeptDraft; drafts: Drafts; preview: DraftPreview }) {
  const { tables, decide } = drafts;
  const { into } = draft.remedies;
  const names = preview.specs.map(({ name }) => name);
  const sharedWith = ({ columns }: TableHead): number =>
    columnsMatched(
      names,
      columns.map(({ name }) => name),
    ).size;
  const like = tables.filter((one) => {
    const { columns } = one;
    const shared = sharedWith(one);
    return shared >= 2 && shared >= 0.6 * Math.max(names.length, columns.length);
  });
  const target = tables.find(({ key }) => key === into?.table);
  if (!tables.length) return null;
  const choose = (key: string, how: 'replace' | 'append'): void =>
    decide(draft.id, { into: { table: key, how, columns: key === into?.table ? into.columns : {} } });
  const [first] = like;
  const alike = (table: TableHead): string => {
    const shared = sharedWith(table);
    if (shared < names.length) return `${table.name} has ${shared} of these ${names.length} columns`;
    return `${table.name} has ${shared === table.columns.length ? 'the same' : 'all of these'} columns`;
  };
  return (
    <Card title={target ? `Goes into ${target.name}` : first ? alike(first) : 'Becomes a new table'}>
      <RemedyRow>
        <Remedy label="New table" chosen={!into} onChoose={() => decide(draft.id, { into: undefined })} />
        {(target ?? first) && (
          <>
            <Remedy
              label={`Add to ${(target ?? first).name}`}
              chosen={into?.how === 'append'}
              onChoose={() => choose((target ?? first).key, 'append')}
            />
            <Remedy
              label="Replace it"
              chosen={into?.how === 'replace'}
              onChoose={() => choose((target ?? first).key, 'replace')}
            />
          </>
        )}
      </RemedyRow>
      {(into ?? !first) && (
        <div className="mt-2">
          <Choose
            compact
            label="Table that gets the records"
            value={into?.table ?? ''}
            choices={[
              { value: '', label: 'a new table' },
              ...tables.map(({ key, name }) => ({ value: key, label: name })),
            ]}
            onChange={(key) =>
              key === '' ? decide(draft.id, { into: undefined }) : choose(key, into?.how ?? 'replace')
            }
          />
        </div>
      )}
      {target && <WhichColumns draft={draft} drafts={drafts} table={target} preview={preview} />}
      {target && <Changes draft={draft} drafts={drafts} table={target} preview={preview} />}
    </Card>
  );
}

/** Columns that are not called as those of the table: which of them they are. */
function WhichColumns({
  draft,
  drafts,
  table,
  preview,
}: {
  draft: KeptDraft;
  drafts: Drafts;
  table: TableHead;
  preview: DraftPreview;
}) {
  const { into } = draft.remedies;
  if (!into) return null;
  const coming = preview.specs.map(({ name }) => name);
  const there = table.columns.map(({ name }) => name);
  const matched = columnsMatched(coming, there, into.columns);
  const shown = coming.filter((name) => matched.get(name) !== name || own(into.columns, name) !== undefined);
  if (!shown.length) return null;
  return (
    <ul className="mt-2 max-h-48 space-y-1 overflow-auto" aria-label="Which columns they are">
      {shown.slice(0, 200).map((name) => (
        <li key={name} className="grid grid-cols-2 items-center gap-2">
          <span className="truncate" title={name}>
            {name}
          </span>
          <Choose
            compact
            label={`Column of ${table.name} that ${name} is`}
            value={matched.get(name) ?? ''}
            choices={[{ value: '', label: 'a column of its own' }, ...there.map((to) => ({ value: to, label: to }))]}
            onChange={(to) => drafts.decide(draft.id, { into: { ...into, columns: { ...into.columns, [name]: to } } })}
          />
        </li>
      ))}
    </ul>
  );
}

/** Added, gone and changed, before it is done. */
function Changes({
  draft,
  drafts,
  table,
  preview,
}: {
  draft: KeptDraft;
  drafts: Drafts;
  table: TableHead;
  preview: DraftPreview;
}) {
  const { desk, study } = drafts;
  // eslint-disable-next-line react-hooks/exhaustive-deps -- another preview is another draft under the same id
  const ask = useCallback(() => desk().differences(draft.id, study, table), [desk, study, draft.id, table, preview]);
  const { answer: found } = useAsked(ask);
  if (!found) return <Quiet>Comparing …</Quiet>;
  const replaces = draft.remedies.into?.how === 'replace';
  const { added, gone, changed, columns, examples, by } = found;
  return (
    <div className="mt-2 text-sm" aria-label="Differences">
      <p>
        <b className="font-semibold">{grouped(added)}</b> added,{' '}
        {replaces && (
          <>
            <b className="font-semibold">{grouped(gone)}</b> gone,{' '}
          </>
        )}
        <b className="font-semibold">{grouped(changed.cells)}</b> {changed.cells === 1 ? 'cell' : 'cells'} changed in{' '}
        {counted(changed.records, 'record')}
      </p>
      <Quiet>
        Compared by {by.length ? by.join(' and ') : 'all shared cells, as nothing tells records apart'}.
        {columns.added.length > 0 && ` New columns: ${columns.added.join(', ')}.`}
        {columns.gone.length > 0 &&
          (replaces
            ? ` Columns that go: ${columns.gone.join(', ')}.`
            : ` Left empty in new records: ${columns.gone.join(', ')}.`)}
      </Quiet>
      {examples.changed.length + examples.added.length + examples.gone.length > 0 && (
        <ul className="mt-1 max-h-40 overflow-auto text-quiet" aria-label="What changes" tabIndex={0}>
          {examples.changed.slice(0, 60).map(({ key, column, before, after }, i) => (
            <li key={`c${i}`} className="truncate" title={`${key}: ${before} → ${after}`}>
              {key}, {column}: {before || 'empty'} → <span className="text-ink">{after || 'empty'}</span>
            </li>
          ))}
          {examples.added.slice(0, 40).map((text, i) => (
            <li key={`a${i}`} className="truncate">
              + {text}
            </li>
          ))}
          {replaces &&
            examples.gone.slice(0, 40).map((text, i) => (
              <li key={`g${i}`} className="truncate">
                − {text}
              </li>
            ))}
        </ul>
      )}
    </div>
  );
}
