'use client';
import { clsx } from 'clsx';
import { FileUp, X } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type ReactNode, useRef } from 'react';
import { deletedTables, restoreTable } from '@/server/actions';
import type { FeedHead } from '@/server/feeds';
import type { PracticeFile } from '@/server/practice';
import type { TableHead } from '@/server/tables';
import { ForEditors } from '@/ui/kit/rights';
import { toast } from '@/ui/kit/toast';
import { changedWords } from '@/ui/studies/ago';
import { Button, IconButton, Menu, grouped } from '@/ui/kit';
import type { KeptDraft } from './drafts-store';
import type { Reading } from './use-drafts';
import { useTold } from '@/ui/kit/server-state';

export type Shown = { kind: 'table'; key: string } | { kind: 'draft'; id: string } | undefined;

/** The ways in, what is coming in, and the stored tables. */
export function LeftPanel({
  study,
  tables,
  drafts,
  readings,
  practice,
  feeds,
  shown,
  over,
  onShow,
  onFiles,
  onDismiss,
  onPaste,
  onType,
  onPractice,
  away,
}: {
  study: string;
  tables: readonly TableHead[];
  drafts: readonly KeptDraft[];
  readings: readonly Reading[];
  practice: readonly PracticeFile[];
  feeds: readonly FeedHead[];
  shown: Shown;
  over: boolean;
  onShow: (shown: Shown) => void;
  onFiles: (files: File[]) => void;
  onDismiss: (id: string) => void;
  onPaste: () => void;
  onType: (what: 'table' | 'network') => void;
  onPractice: (name: string) => void;
  /** Takes stored tables away. */
  away: ReactNode;
}) {
  return (
    <aside aria-label="Tables" className="w-[236px] shrink-0 overflow-y-auto border-r border-line bg-panel p-3.5">
      <h1 className="font-serif text-lg font-semibold">Records</h1>
      <p className="text-sm text-quiet">The tables of this study.</p>
      <ForEditors>
        <DropPlace over={over} onFiles={onFiles} />
        <div className="mt-2 flex flex-wrap gap-1.5">
          <Button onClick={onPaste}>Paste cells</Button>
          <Link
            href={`/studies/${study}/feeds/new`}
            className="inline-flex h-7 items-center rounded-md border border-line bg-panel px-2.5 font-semibold hover:bg-ground"
          >
            Feed
          </Link>
          <Menu
            trigger={<Button>Type in</Button>}
            entries={[
              { label: 'An empty table', onSelect: () => onType('table') },
              { label: 'A small network: nodes and ties', onSelect: () => onType('network') },
            ]}
          />
          <Menu
            trigger={<Button>Practice files</Button>}
            entries={practice.map(({ name, about }) => ({
              label: name,
              hint: about,
              onSelect: () => onPractice(name),
            }))}
          />
        </div>
      </ForEditors>
      {(drafts.length > 0 || readings.length > 0) && <ListTitle>Coming in</ListTitle>}
      <ul>
        {readings.map(({ id, name, share, faults }) => (
          <li key={id} className="mb-1 rounded-md px-2.5 py-1.5">
            <span className="flex items-center justify-between gap-2">
              <span className="truncate">{name}</span>
              {faults.length === 0 && <span className="text-quiet">{Math.round(share * 100)} %</span>}
              <IconButton
                name={faults.length ? `Dismiss ${name}` : `Stop reading ${name}`}
                onClick={() => onDismiss(id)}
                className="!size-5"
              >
                <X size={13} aria-hidden />
              </IconButton>
            </span>
            {faults.map((fault) => (
              <span key={fault} role="alert" className="mt-1 block text-sm text-danger">
                {fault}
              </span>
            ))}
          </li>
        ))}
        {drafts.map((draft) => (
          <Entry
            key={draft.id}
            name={draft.remedies.name}
            count={draft.sources.length > 1 ? `${draft.sources.length} files` : ''}
            active={shown?.kind === 'draft' && shown.id === draft.id}
            onChoose={() => onShow({ kind: 'draft', id: draft.id })}
          />
        ))}
      </ul>
      {tables.length > 0 && (
        <div className="flex items-end justify-between">
          <ListTitle>Stored</ListTitle>
          {away}
        </div>
      )}
      <ul>
        {tables.map((one) => (
          <Entry
            key={one.key}
            name={one.name}
            count={grouped(one.rows)}
            active={shown?.kind === 'table' && shown.key === one.key}
            onChoose={() => onShow({ kind: 'table', key: one.key })}
          />
        ))}
      </ul>
      {feeds.length > 0 && <ListTitle>Feeds</ListTitle>}
      <ul aria-label="Feeds">
        {feeds.map(({ id, name, running, messages }) => (
          <li key={id}>
            <Link
              href={`/studies/${study}/feeds/${id}`}
              className="flex w-full items-center justify-between gap-2 rounded-md px-2.5 py-1.5 hover:bg-ground"
            >
              <span className="truncate">{name}</span>
              <span className="whitespace-nowrap text-quiet">{running ? 'runs' : grouped(messages)}</span>
            </Link>
          </li>
        ))}
      </ul>
      <ForEditors>
        <Deleted study={study} tables={tables} onBack={(key) => onShow({ kind: 'table', key })} />
      </ForEditors>
    </aside>
  );
}

/** Tables that were deleted within thirty days. */
function Deleted({
  study,
  tables,
  onBack,
}: {
  study: string;
  tables: readonly TableHead[];
  onBack: (key: string) => void;
}) {
  const router = useRouter();
  const keys = tables.map(({ key }) => key).join();
  const { value: gone } = useTold(['deleted tables', study, keys], () => deletedTables(study));
  if (!gone?.length) return null;
  return (
    <details className="mt-4">
      <summary className="cursor-pointer text-sm font-semibold">Deleted ({gone.length})</summary>
      <ul className="mt-1" aria-label="Deleted tables">
        {gone.map(({ key, name, deletedAt }) => (
          <li key={key} className="flex items-center justify-between gap-2 py-1 pl-2.5">
            <span className="min-w-0">
              <span className="block truncate">{name}</span>
              <span className="block text-sm text-quiet">{changedWords(deletedAt).replace('changed', 'deleted')}</span>
            </span>
            <Button
              onClick={async () => {
                const answer = await restoreTable(study, key);
                if (!answer.ok) toast.error(answer.fault);
                else onBack(key);
                router.refresh();
              }}
            >
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
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
        <span className="font-normal whitespace-nowrap text-quiet">{count}</span>
      </button>
    </li>
  );
}

const accepted =
  '.csv,.tsv,.tab,.txt,.xlsx,.xlsm,.ods,.ots,.sqlite,.sqlite3,.db,.db3,.gpkg,.arrow,.feather,.parquet,.json,.ndjson,.jsonl,.geojson,.ris,.bib,.bibtex,.graphml,.xml';

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
        Drop files here, or choose them
        <span className="mt-1 block text-xs">
          CSV, XLSX, ODS, SQLite, Arrow, Parquet, JSON, RIS, BibTeX, GraphML, GeoJSON
        </span>
      </button>
      <input
        ref={input}
        type="file"
        multiple
        accept={accepted}
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
