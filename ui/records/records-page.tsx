'use client';
import { clsx } from 'clsx';
import { FileUp } from 'lucide-react';
import { useRef, useState } from 'react';
import type { TableHead } from '@/server/tables';
import { Button, counted, grouped } from '@/ui/kit';
import { StudyPlaces, TopBar } from '@/ui/shell/top-bar';
import { DraftFindings, TableFindings } from './findings';
import { Grid } from './grid';
import { type Draft, useRecords } from './use-records';

/** The study's tables, and files that are coming in. */
export function RecordsPage({ study, tables }: { study: { id: string; name: string }; tables: TableHead[] }) {
  const records = useRecords(study.id, tables);
  const { draft, table, laid, fault } = records;
  const [search, setSearch] = useState('');
  const [over, setOver] = useState(false);
  const title = draft?.name ?? table?.name;
  return (
    <div
      className="flex h-dvh flex-col overflow-hidden"
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => event.currentTarget === event.target && setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        records.bringIn([...event.dataTransfer.files]);
      }}
    >
      <TopBar>
        <StudyPlaces study={study} here="records" />
      </TopBar>
      <div className="flex min-h-0 grow">
        <aside aria-label="Tables" className="w-[236px] shrink-0 overflow-y-auto border-r border-line bg-panel p-3.5">
          <h1 className="font-serif text-lg font-semibold">Records</h1>
          <p className="text-sm text-quiet">The tables of this study.</p>
          <DropPlace over={over} onFiles={records.bringIn} />
          {records.drafts.length > 0 && <ListTitle>Coming in</ListTitle>}
          <ul>
            {records.drafts.map((one) => (
              <Entry
                key={one.id}
                name={one.file.name}
                count={one.preview ? grouped(one.preview.rows) : one.fault ? '–' : `${Math.round(one.share * 100)} %`}
                active={draft?.id === one.id}
                onChoose={() => records.show({ kind: 'draft', id: one.id })}
              />
            ))}
          </ul>
          {tables.length > 0 && <ListTitle>Stored</ListTitle>}
          <ul>
            {tables.map((one) => (
              <Entry
                key={one.key}
                name={one.name}
                count={grouped(one.rows)}
                active={table?.key === one.key}
                onChoose={() => records.show({ kind: 'table', key: one.key })}
              />
            ))}
          </ul>
        </aside>
        <main aria-label="Records of the table" className="flex min-w-0 grow flex-col">
          {title !== undefined ? (
            <>
              <div className="flex h-[46px] shrink-0 items-center gap-3 px-3.5">
                <h2 className="max-w-[45%] shrink-0 truncate font-serif text-[16px] font-semibold">{title}</h2>
                <span className="grow truncate text-quiet">{draft ? readAs(draft) : table?.origin}</span>
                <input
                  aria-label="Search the rows"
                  placeholder="Search the rows"
                  value={search}
                  onChange={(event) => setSearch(event.target.value)}
                  className="h-7 w-48 rounded-md border border-line bg-panel px-2.5"
                />
              </div>
              {laid ? (
                <Grid key={laid.id} laid={laid} desk={records.desk} search={search} />
              ) : (
                <p
                  className={clsx('grow p-4', (fault ?? draft?.fault) ? 'text-danger' : 'text-quiet')}
                  role={(fault ?? draft?.fault) ? 'alert' : undefined}
                >
                  {fault ?? draft?.fault ?? 'Reading …'}
                </p>
              )}
              {draft && (
                <StoreBar
                  draft={draft}
                  onPutAway={() => records.putAway(draft.id)}
                  onStore={() => void records.store(draft)}
                />
              )}
            </>
          ) : (
            <div className="m-auto max-w-sm p-8 text-center">
              <h2 className="font-serif text-lg font-semibold">No records yet</h2>
              <p className="mt-1 text-quiet">
                Drop one CSV file with ties, or two: one that describes the nodes and one with the ties between them.
                You see how they are read before anything is stored. The demo study shows what it leads to.
              </p>
            </div>
          )}
        </main>
        {draft ? (
          <DraftFindings draft={draft} onChange={records.change} />
        ) : (
          table && <TableFindings key={table.key} study={study.id} table={table} />
        )}
      </div>
    </div>
  );
}

const delimiterNames: Record<string, string> = { ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'bars' };

function readAs({ preview, file }: Draft): string {
  if (!preview) return `from ${file.name}`;
  const { delimiter, encoding } = preview.found;
  return `from ${file.name}; parted by ${delimiterNames[delimiter] ?? delimiter}, ${encoding.toUpperCase()}; header in line 1`;
}

function ListTitle({ children }: { children: string }) {
  return <h2 className="mt-4 mb-1 text-sm font-semibold">{children}</h2>;
}

function Entry({
  name,
  count,
  active,
  onChoose,
}: {
  name: string;
  count: string;
  active: boolean;
  onChoose: () => void;
}) {
  return (
    <li>
      <button
        type="button"
        aria-current={active || undefined}
        onClick={onChoose}
        className={clsx(
          'flex w-full items-center justify-between gap-2 rounded-md px-2.5 py-1.5 text-left',
          active ? 'bg-tint font-semibold' : 'hover:bg-ground',
        )}
      >
        <span className="truncate">{name}</span>
        <span className="font-normal text-quiet">{count}</span>
      </button>
    </li>
  );
}

function DropPlace({ over, onFiles }: { over: boolean; onFiles: (files: File[]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <div
      className={clsx(
        'mt-3 rounded-lg border border-dashed text-center',
        over ? 'border-accent bg-tint' : 'border-bar bg-paper',
      )}
    >
      <button
        type="button"
        onClick={() => input.current?.click()}
        className="w-full rounded-lg px-3 py-4 text-quiet hover:text-ink"
      >
        <FileUp size={19} className="mx-auto mb-1" aria-hidden />
        Drop CSV files here,
        <br />
        or choose them
      </button>
      <input
        ref={input}
        type="file"
        multiple
        accept=".csv,.tsv,.txt,text/csv,text/tab-separated-values,text/plain"
        aria-label="Files to bring in"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
    </div>
  );
}

/** How many rows fit, and the way out of or into the study. */
function StoreBar({ draft, onPutAway, onStore }: { draft: Draft; onPutAway: () => void; onStore: () => void }) {
  const { preview, storing, faulty } = draft;
  const all = preview ? preview.rows + preview.faulty.count : 0;
  const stored = preview ? (faulty === 'fit' ? all : preview.rows) : 0;
  return (
    <div className="flex h-[52px] shrink-0 items-center gap-2.5 border-t border-line bg-panel px-3.5">
      {storing ? (
        <>
          <div
            role="progressbar"
            aria-label="Storing"
            aria-valuenow={Math.round(storing.share * 100)}
            className="h-1 grow rounded-full bg-line"
          >
            <div className="h-full rounded-full bg-accent" style={{ width: `${storing.share * 100}%` }} />
          </div>
          <span className="w-32 text-quiet">storing, {Math.round(storing.share * 100)} %</span>
          <Button onClick={storing.stop}>Stop</Button>
        </>
      ) : (
        <>
          <p className="grow">
            {preview && (
              <>
                <b className="font-semibold">
                  {grouped(preview.rows)} of {grouped(all)} rows fit
                </b>
                {preview.faulty.count > 0 && (
                  <span className="ml-2 text-quiet">
                    {faulty === 'aside'
                      ? `${grouped(preview.faulty.count)} are set aside with their reasons`
                      : `${grouped(preview.faulty.count)} are filled up or cut to fit`}
                  </span>
                )}
              </>
            )}
            {preview && draft.fault && (
              <span role="alert" className="ml-3 text-danger">
                {draft.fault}
              </span>
            )}
          </p>
          <Button onClick={onPutAway}>Put away</Button>
          <Button look="main" disabled={!preview || stored === 0} onClick={onStore}>
            Store {counted(stored, 'record')}
          </Button>
        </>
      )}
    </div>
  );
}
