'use client';
import { useEffect, useMemo, useState } from 'react';
import { Settings2 } from 'lucide-react';
import type { Differences, Remedies } from '@/core/intake';
import { noReferenceRemedy } from '@/core/intake/remedies';
import type { ColumnSpec } from '@/core/tables';
import { Button, Choose, Menu, TextField, counted, grouped, sentence } from '@/ui/kit';
import { type DraftPreview, type TableAddress, heardShare } from '@/worker/client';
import type { TableHead } from '@/server/tables';
import { ColumnList } from './columns';
import type { KeptDraft } from './drafts-store';
import { FindingCard } from './findings/finding-card';
import { Remedy } from './findings/remedy';
import { Grid } from './grid';
import { Card, Panel, Part, Quiet, Remedies as RemedyRow } from './panel';
import { SearchField } from './search-field';
import { type Drafts, usePrepared } from './use-drafts';

/** A file that is coming in: its rows as they will be stored, what was found in them, and the way into the study. */
export function DraftPane({
  draft,
  drafts,
  onStored,
  onPutAway,
}: {
  draft: KeptDraft;
  drafts: Drafts;
  onStored: (key: string) => void;
  onPutAway: () => void;
}) {
  const { desk, study, tables } = drafts;
  const { prepared, share, fault, turn } = usePrepared(draft, drafts);
  const [search, setSearch] = useState('');
  const [storing, setStoring] = useState<number>();
  const [refused, setRefused] = useState<string>();
  const preview = prepared?.preview;
  const laid = useMemo(
    () =>
      prepared && {
        id: turn,
        columns: prepared.preview.specs,
        distributions: prepared.distributions,
        rows: prepared.preview.rows,
      },
    [prepared, turn],
  );
  const into = draft.remedies.into && tables.find(({ key }) => key === draft.remedies.into?.table);
  const origin = `from ${originOf(draft)}`;

  const store = async (): Promise<void> => {
    setStoring(0);
    setRefused(undefined);
    const how = draft.remedies.into?.how ?? 'replace';
    const what = how === 'append' ? `added ${originOf(draft)}` : `replaced with ${originOf(draft)}`;
    try {
      const ask = { study, name: draft.remedies.name, origin, into: into && { table: into, how, what } };
      const { key } = await desk().store(draft.id, ask, heardShare(setStoring)); // prettier-ignore
      onStored(key);
    } catch (error) {
      setRefused(sentence(error));
    } finally {
      setStoring(undefined);
    }
  };

  return (
    <>
      <main aria-label="Records of the table" className="relative flex min-w-0 grow flex-col">
        {share !== undefined && <Progress share={share} label="Reading" />}
        <div className="flex h-[46px] shrink-0 items-center gap-3 px-3.5">
          <h2 className="max-w-[45%] shrink-0 truncate font-serif text-[16px] font-semibold">{draft.remedies.name}</h2>
          <span className="grow truncate text-quiet">
            {origin}
            {preview?.how ? `; ${preview.how}` : ''}
          </span>
          <SearchField value={search} onChange={setSearch} />
          <HowRead draft={draft} drafts={drafts} />
        </div>
        {laid ? (
          <Grid
            laid={laid}
            desk={desk}
            search={search}
            label="Records"
            notes={preview ? matchedNotes(preview) : {}}
            tableName={(key) => tables.find((table) => table.key === key)?.name ?? key}
          />
        ) : (
          <p className={fault ? 'grow p-4 text-danger' : 'grow p-4 text-quiet'} role={fault ? 'alert' : undefined}>
            {fault ?? 'Reading …'}
          </p>
        )}
        <StoreBar
          preview={preview}
          verb={into ? (draft.remedies.into?.how === 'append' ? 'Add' : 'Replace with') : 'Store'}
          storing={storing}
          fault={refused ?? (laid ? fault : undefined)}
          onStop={() => void desk().stop(draft.id)}
          onPutAway={onPutAway}
          onStore={() => void store()}
        />
      </main>
      <DraftFindings draft={draft} drafts={drafts} preview={preview} />
    </>
  );
}

/** The names of the files, the sheet where it is one of several. */
function originOf({ sources }: KeptDraft): string {
  const files = [...new Set(sources.map(({ file }) => file.name))];
  if (files.length > 3)
    return `${files.slice(0, 2).join(', ')} and ${counted(files.length - 2, 'more file', 'more files')}`;
  return files.join(', ') + (sources.length === 1 && sources[0].part ? `, “${sources[0].part}”` : '');
}

export function matchedNotes(preview: DraftPreview): Record<string, string> {
  return Object.fromEntries(
    preview.findings.flatMap((finding) =>
      finding.kind === 'reference'
        ? [[finding.column, `${Math.floor((finding.matched / Math.max(1, finding.filled)) * 100)} % matched`]]
        : [],
    ),
  );
}

export function Progress({ share, label }: { share: number; label: string }) {
  return (
    <div
      role="progressbar"
      aria-label={label}
      aria-valuenow={Math.round(share * 100)}
      className="absolute inset-x-0 top-0 z-20 h-0.5 bg-line"
    >
      <div className="h-full bg-accent transition-[width]" style={{ width: `${Math.max(4, share * 100)}%` }} />
    </div>
  );
}

const delimiters = [{ value: ',', label: 'commas' }, { value: ';', label: 'semicolons' }, { value: '\t', label: 'tabs' }, { value: '|', label: 'bars' }]; // prettier-ignore

/** How the file was read, to be changed: header, delimiter, encoding. */
function HowRead({ draft, drafts }: { draft: KeptDraft; drafts: Drafts }) {
  const { settings, id } = draft;
  const text = draft.sources.every(
    ({ file }) => !/\.(xlsx|xlsm|json|geojson|ndjson|jsonl|ris|bib|graphml|xml)$/i.test(file.name),
  );
  const sheet = draft.sources.every(({ file }) => /\.(xlsx|xlsm)$/i.test(file.name));
  const mark = (on: boolean): string => (on ? '✓' : '');
  if (!text && !sheet) return null;
  return (
    <Menu
      align="end"
      trigger={
        <Button>
          <Settings2 size={14} aria-hidden />
          How it was read
        </Button>
      }
      entries={[
        { label: 'First line names the columns', hint: mark(settings.header === true), onSelect: () => drafts.reread(id, { header: true }) },
        { label: 'First line holds values', hint: mark(settings.header === false), onSelect: () => drafts.reread(id, { header: false }) },
        ...(text
          ? [
              null,
              ...delimiters.map(({ value, label }) => ({ label: `Parted by ${label}`, hint: mark(settings.delimiter === value), onSelect: () => drafts.reread(id, { delimiter: value }) })),
              null,
              ...(['utf-8', 'windows-1252', 'utf-16le'] as const).map((encoding) => ({ label: encoding.toUpperCase(), hint: mark(settings.encoding === encoding), onSelect: () => drafts.reread(id, { encoding }) })),
            ]
          : []),
      ]}
    />
  ); // prettier-ignore
}

function DraftFindings({
  draft,
  drafts,
  preview,
}: {
  draft: KeptDraft;
  drafts: Drafts;
  preview: DraftPreview | undefined;
}) {
  const { desk, tables } = drafts;
  const { remedies, id } = draft;
  if (!preview)
    return (
      <Panel title="Findings" help="The file is being read.">
        {null}
      </Panel>
    );
  const decide = (change: Partial<Remedies>): void => drafts.decide(id, change);
  const shares = Object.fromEntries(
    preview.findings.flatMap((finding) =>
      finding.kind === 'misfits' ? [[finding.column, 1 - finding.count / Math.max(1, finding.filled)]] : [],
    ),
  );
  const download = async (): Promise<void> => {
    const address = URL.createObjectURL(await desk().asideFile(id));
    const link = document.createElement('a');
    link.href = address;
    link.download = `${remedies.name}, set aside.csv`;
    link.click();
    URL.revokeObjectURL(address);
  };
  return (
    <Panel title="Findings" help="Each has a remedy; the preview follows.">
      <TextField label="Name of the table" value={remedies.name} onCommit={(name) => name.trim() !== '' && decide({ name })} />
      <div className="h-3.5" />
      {draft.sources.length > 1 && (
        <Card title={`${counted(draft.sources.length, 'part')} with the same columns are one table`}>
          <Quiet>{draft.sources.map(({ file, part }) => part || file.name).join(', ')}</Quiet>
          <RemedyRow>
            <Remedy label="Together" chosen onChoose={() => undefined} />
            <Remedy label="Each its own table" onChoose={() => drafts.part(id)} />
          </RemedyRow>
        </Card>
      )}
      <WhereTo draft={draft} drafts={drafts} preview={preview} />
      {preview.findings.map((finding) => (
        <FindingCard
          key={`${finding.kind} ${'column' in finding ? finding.column : ''} ${finding.kind === 'doubles' ? finding.by : ''} ${finding.kind === 'note' ? finding.text : ''}`}
          finding={finding}
          decided={remedies}
          specs={preview.specs}
          stored={false}
          onDecide={decide}
          onReference={(column, change) => decide({ references: { ...remedies.references, [column]: { ...noReferenceRemedy, ...remedies.references[column], ...change } } })}
        />
      ))}
      {preview.all === 0 && (
        <Card title="Only a header">
          <Quiet>There are no rows below it, so there is nothing to store. Choose another file.</Quiet>
        </Card>
      )}
      {preview.asideCount > 0 && (
        <Card title={`${counted(preview.asideCount, 'row')} set aside`}>
          <ul className="mt-1 max-h-36 overflow-auto text-sm text-quiet" aria-label="Rows set aside" tabIndex={0}>
            {preview.aside.map(({ line, reason }, i) => (
              <li key={i} className="truncate" title={reason}>
                line {grouped(line)}: {reason}
              </li>
            ))}
          </ul>
          <RemedyRow>
            <Button onClick={() => void download()}>Save them as CSV</Button>
          </RemedyRow>
        </Card>
      )}
      <Part>Types of the columns</Part>
      <ColumnList
        specs={preview.specs}
        shares={shares}
        tables={tables}
        onChange={(c, spec) => decide({ columns: preview.specs.map((one, i): ColumnSpec => (i === c ? spec : one)), answered: [...new Set([...remedies.answered, spec.name])] })}
      />
    </Panel>
  ); // prettier-ignore
}

const canon = (name: string): string => name.trim().toLowerCase();

/** A new table, or one that is there: what would change in it. */
function WhereTo({ draft, drafts, preview }: { draft: KeptDraft; drafts: Drafts; preview: DraftPreview }) {
  const { tables, decide } = drafts;
  const { into } = draft.remedies;
  const names = preview.specs.map(({ name }) => canon(name));
  const like = tables.filter(({ columns }) => {
    const shared = columns.filter(({ name }) => names.includes(canon(name))).length;
    return shared >= 2 && shared >= 0.6 * Math.max(names.length, columns.length);
  });
  const target = tables.find(({ key }) => key === into?.table);
  if (!tables.length) return null;
  const choose = (key: string, how: 'replace' | 'append'): void => decide(draft.id, { into: { table: key, how } });
  const [first] = like;
  return (
    <Card title={target ? `Goes into ${target.name}` : first ? `${first.name} has the same columns` : 'Becomes a new table'}>
      <RemedyRow>
        <Remedy label="New table" chosen={!into} onChoose={() => decide(draft.id, { into: undefined })} />
        {(target ?? first) && (
          <>
            <Remedy label={`Add to ${(target ?? first).name}`} chosen={into?.how === 'append'} onChoose={() => choose((target ?? first).key, 'append')} />
            <Remedy label="Replace it" chosen={into?.how === 'replace'} onChoose={() => choose((target ?? first).key, 'replace')} />
          </>
        )}
      </RemedyRow>
      {(into ?? !first) && (
        <div className="mt-2">
          <Choose
            compact
            label="Table that gets the records"
            value={into?.table ?? ''}
            choices={[{ value: '', label: 'a new table' }, ...tables.map(({ key, name }) => ({ value: key, label: name }))]}
            onChange={(key) => (key === '' ? decide(draft.id, { into: undefined }) : choose(key, into?.how ?? 'replace'))}
          />
        </div>
      )}
      {target && <Changes draft={draft} drafts={drafts} table={target} preview={preview} />}
    </Card>
  ); // prettier-ignore
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
  const [found, setFound] = useState<Differences>();
  useEffect(() => {
    let stale = false;
    void desk()
      .differences(draft.id, study, table as TableAddress)
      .then((one) => !stale && setFound(one));
    return () => {
      stale = true;
    };
  }, [desk, study, draft.id, table, preview]);
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

/** How many rows fit, and the way out of or into the study. */
function StoreBar({
  preview,
  verb,
  storing,
  fault,
  onStop,
  onPutAway,
  onStore,
}: {
  preview: DraftPreview | undefined;
  verb: string;
  storing: number | undefined;
  fault: string | undefined;
  onStop: () => void;
  onPutAway: () => void;
  onStore: () => void;
}) {
  return (
    <div className="flex h-[52px] shrink-0 items-center gap-2.5 border-t border-line bg-panel px-3.5">
      {storing !== undefined ? (
        <>
          <div
            role="progressbar"
            aria-label="Storing"
            aria-valuenow={Math.round(storing * 100)}
            className="h-1 grow rounded-full bg-line"
          >
            <div className="h-full rounded-full bg-accent" style={{ width: `${storing * 100}%` }} />
          </div>
          <span className="w-32 text-quiet">storing, {Math.round(storing * 100)} %</span>
          <Button onClick={onStop}>Stop</Button>
        </>
      ) : (
        <>
          <p className="min-w-0 grow truncate">
            {preview && (
              <>
                <b className="font-semibold">
                  {grouped(preview.rows)} of {counted(preview.all, 'row')} fit
                </b>
                <span className="ml-2 text-quiet">
                  {[
                    preview.asideCount > 0 && `${grouped(preview.asideCount)} are set aside with their reasons`,
                    preview.joins > 0 && `${counted(preview.joins, 'name')} will be matched`,
                    preview.creates > 0 && `${counted(preview.creates, 'record')} made elsewhere`,
                  ]
                    .filter(Boolean)
                    .join('; ')}
                </span>
              </>
            )}
            {fault && (
              <span role="alert" className="ml-3 text-danger">
                {fault}
              </span>
            )}
            {preview && preview.open > 0 && !fault && (
              <span className="ml-3 text-danger">Answer the open question first, at the right.</span>
            )}
          </p>
          <Button onClick={onPutAway}>Put away</Button>
          <Button look="main" disabled={!preview || preview.rows === 0 || preview.open > 0} onClick={onStore}>
            {verb} {counted(preview?.rows ?? 0, 'record')}
          </Button>
        </>
      )}
    </div>
  );
}
