'use client';
import { Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { author } from '@/ui/kit/author';
import { ForEditors, HeldForReaders } from '@/ui/kit/rights';
import { toast } from '@/ui/kit/toast';
import { type Remedies, type ReferenceRemedy, remediesSchema } from '@/core/intake/remedies';
import { noReferenceRemedy } from '@/core/intake/remedies';
import type { NamesList } from '@/core/names';
import { identityOf } from '@/core/tables';
import { bringBackTable, deleteTable, renameTable, restoreTable, setAside, tableHistory } from '@/server/actions';
import type { TableHead } from '@/server/tables';
import { Button, TextField, counted, grouped, sentence } from '@/ui/kit';
import { changedWords } from '@/ui/studies/ago';
import { deleteWithUndo } from '@/ui/studies/card';
import type { DraftPreview } from '@/worker/client';
import { AskFirst, type Asked } from './ask-first';
import { ColumnList } from './columns';
import { columnReaders, readerWords } from './uses';
import { typeNames } from './words';
import { FindingCard } from './findings/finding-card';
import { Panel, Part, Quiet } from './panel';
import type { Desk } from './use-desk';
import type { useTable } from './use-table';
import { type ToldOf, useTold } from '@/ui/kit/server-state';
import type { TableUses } from '@/server/tables/uses';

/** Tables larger than this are looked through only when asked. */
const readilyChecked = 150_000;

/** A stored table: what was found in it, its columns, its former versions, and the way out. */
export function TablePanel({
  study,
  table,
  tables,
  names,
  desk,
  held,
  uses,
  preview,
  onPreview,
}: {
  study: string;
  table: TableHead;
  tables: TableHead[];
  names: readonly NamesList[];
  desk: Desk;
  held: ReturnType<typeof useTable>;
  uses: ToldOf<TableUses>;
  preview: DraftPreview | undefined;
  onPreview: (preview: DraftPreview | undefined) => void;
}) {
  const router = useRouter();
  const [asked, setAsked] = useState(table.rows <= readilyChecked);
  const [working, setWorking] = useState(false);
  const [before, setBefore] = useState<Asked>();
  const base = useMemo(
    () =>
      remediesSchema.parse({
        name: table.name,
        columns: table.columns,
        identity: identityOf(table.columns),
        doubles: 'keep',
        answered: table.columns.map(({ name }) => name),
      }),
    [table.name, table.columns],
  );
  const context = useMemo(() => ({ study, tables, names }), [study, tables, names]);
  const address = `${table.key} ${table.version}`;
  const namesAt = names.map(({ version }) => version).join();
  const { laid } = held;
  useEffect(() => {
    if (!asked || !laid) return undefined;
    let stale = false;
    // The grid first, then what is found.
    const timer = setTimeout(() => {
      void desk()
        .check(`stored ${table.key}`, table, { ...base, collapse: 'one' }, context)
        .then(
          (found) => !stale && onPreview(found),
          () => undefined,
        );
    }, 250);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the table is the same at the same version
  }, [desk, address, namesAt, asked, laid?.id]);

  /** Carries a remedy out on the stored rows: a version more, to be taken back as any other. */
  const apply = useCallback(
    async (change: Partial<Remedies>, what: string) => {
      setWorking(true);
      try {
        const remedies = { ...base, ...change };
        // Records that share an identity stay as they are unless that is what is decided.
        await desk().mend(
          `stored ${table.key}`,
          table,
          change.collapse || change.makeIds ? remedies : { ...remedies, identity: change.identity ?? [] },
          context,
          {
            study,
            name: table.name,
            origin: table.origin,
            into: { table, how: 'mend', what },
            keepIdentity: change.identity || change.makeIds || change.collapse ? undefined : identityOf(table.columns),
          },
        );
        toast(`Done: ${what}.`);
      } catch (error) {
        toast.error(sentence(error));
      } finally {
        setWorking(false);
        router.refresh();
      }
    },
    [base, context, desk, router, study, table],
  );
  const said = (answer: { ok: true } | { ok: false; fault: string }): void => {
    if (!answer.ok) toast.error(answer.fault);
    router.refresh();
  };
  const shown = (preview?.findings ?? []).filter((finding) => finding.kind !== 'asks' && finding.kind !== 'note');
  return (
    <Panel
      title="Findings"
      help={`${counted(table.rows, 'record')} in ${counted(table.columns.length, 'column')}, version ${grouped(table.version)}.`}
    >
      <HeldForReaders>
        <TextField
          label="Name"
          value={table.name}
          onCommit={async (name) => said(await renameTable(study, table.key, name))}
        />
      </HeldForReaders>
      <div className="h-3.5" />
      <div className="mb-3.5 flex flex-wrap gap-2">
        {!asked && <Button onClick={() => setAsked(true)}>Look it through</Button>}
        <ForEditors>
          <Button onClick={() => router.push(`/studies/${study}/networks?new=${encodeURIComponent(table.key)}`)}>
            Make a network of this table
          </Button>
        </ForEditors>
      </div>
      <HeldForReaders>
        <AskFirst inset asked={before} onDone={() => setBefore(undefined)} />
        {working && <Quiet>Working …</Quiet>}
        {shown.map((finding) => (
          <FindingCard
            key={`${finding.kind} ${'column' in finding ? finding.column : ''} ${finding.kind === 'doubles' ? finding.by : ''}`}
            finding={finding}
            decided={{ ...base, doubles: 'keep' }}
            specs={table.columns}
            stored
            onDecide={(change, what) => {
              if (change.identity && !change.makeIds)
                void held.change(() => ({ kind: 'identity', columns: change.identity ?? [] }));
              else if (change.columns && !change.place) {
                const c = change.columns.findIndex((spec, i) => spec.type !== table.columns[i]?.type);
                const spec = change.columns[c];
                if (spec) void held.change(() => ({ kind: 'change column', column: c, spec }));
              } else if (what !== '') void apply(change, what);
            }}
            onReference={(column: string, change: Partial<ReferenceRemedy>, what: string) =>
              void apply({ references: { [column]: { ...noReferenceRemedy, ...change } } }, what)
            }
          />
        ))}
        <Part>Types of the columns</Part>
        <ColumnList
          specs={table.columns}
          shares={Object.fromEntries(
            shown.flatMap((finding) =>
              finding.kind === 'misfits' ? [[finding.column, 1 - finding.count / Math.max(1, finding.filled)]] : [],
            ),
          )}
          tables={tables.filter(({ key }) => key !== table.key)}
          onChange={async (column, spec) => {
            const go = (): void => void held.change(() => ({ kind: 'change column', column, spec }));
            const words = columnReaders(await uses.known(), column, spec.name);
            if (words === '' || spec.type === table.columns[column].type) go();
            else
              setBefore({
                sentence: `${words} Read as ${typeNames[spec.type]} it may not fit there any more.`,
                verb: `Read it as ${typeNames[spec.type]}`,
                go,
              });
          }}
        />
      </HeldForReaders>
      <SetAside study={study} table={table} />
      <ForEditors>
        <Former study={study} table={table} onBack={said} />
        <Button
          look="danger"
          className="mt-5"
          onClick={async () => {
            const go = (): void =>
              void deleteWithUndo(table.name, {
                remove: () => deleteTable(study, table.key),
                restore: () => restoreTable(study, table.key),
                gone: () => router.refresh(),
                back: () => router.refresh(),
              });
            const words = readerWords(await uses.known(), table.name);
            if (words === '') go();
            else
              setBefore({
                sentence: `${words} Without it they have no records. It can be brought back for thirty days.`,
                verb: 'Delete the table',
                go,
              });
          }}
        >
          <Trash2 size={15} aria-hidden />
          Delete the table
        </Button>
      </ForEditors>
    </Panel>
  );
}

function SetAside({ study, table }: { study: string; table: TableHead }) {
  const { value: rows } = useTold(['set aside', study, table.key, table.version], () => setAside(study, table.key));
  if (!rows?.length) return null;
  return (
    <>
      <Part>{`${counted(rows.length, 'row')} set aside when it came in`}</Part>
      <ul className="max-h-40 overflow-auto text-sm text-quiet" aria-label="Rows set aside" tabIndex={0}>
        {rows.map(({ line, reason, cells }, i) => (
          <li key={i} className="truncate" title={cells.join(' | ')}>
            line {grouped(line)}: {reason}
          </li>
        ))}
      </ul>
    </>
  );
}

function Former({
  study,
  table,
  onBack,
}: {
  study: string;
  table: TableHead;
  onBack: (answer: { ok: true } | { ok: false; fault: string }) => void;
}) {
  const { value: history } = useTold(['history', study, table.key, table.version], () =>
    tableHistory(study, table.key, author()),
  );
  if (!history?.former.length) return null;
  return (
    <>
      <Part>Former versions</Part>
      <ul className="space-y-1.5 text-sm">
        {history.former.slice(0, 12).map(({ version, what, at, rows }) => (
          <li key={version} className="flex items-start justify-between gap-2">
            <span className="min-w-0">
              <span className="block truncate" title={what}>
                before: {what}
              </span>
              <span className="text-quiet">
                {counted(rows, 'record')}, {changedWords(at)}
              </span>
            </span>
            <Button onClick={async () => onBack(await bringBackTable(study, table.key, version))}>Bring back</Button>
          </li>
        ))}
      </ul>
    </>
  );
}
