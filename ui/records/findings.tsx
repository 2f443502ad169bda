'use client';
import { Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { toast } from 'sonner';
import { type ColumnType, columnTypes } from '@/core/tables';
import { deleteTable, renameTable, restoreTable, retypeTable } from '@/server/actions';
import type { TableHead } from '@/server/tables';
import { Button, Choose, TextField, counted, grouped } from '@/ui/kit';
import { deleteWithUndo } from '@/ui/studies/card';
import { typeNames } from './grid';
import type { Draft, Records } from './use-records';

const typeChoices = columnTypes.map((value) => ({ value, label: typeNames[value] }));

function Panel({ title, help, children }: { title: string; help: string; children: ReactNode }) {
  return (
    <aside aria-label={title} className="w-[304px] shrink-0 overflow-y-auto border-l border-line bg-panel p-3.5">
      <h2 className="font-serif text-lg font-semibold">{title}</h2>
      <p className="mb-3 text-sm text-quiet">{help}</p>
      {children}
    </aside>
  );
}

function Finding({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <section className="mb-3 rounded-lg border border-line p-3">
      <h3 className="font-semibold">{title}</h3>
      {children}
    </section>
  );
}

/** What was found in a file that is coming in, each with its remedy; the preview follows. */
export function DraftFindings({ draft, onChange }: { draft: Draft; onChange: Records['change'] }) {
  const { preview, types, faulty } = draft;
  if (!preview) {
    return (
      <Panel title="Findings" help={draft.fault ? 'The file cannot be read as it is.' : 'The file is being read.'}>
        {draft.fault && (
          <Finding title="Not read">
            <p className="text-danger">{draft.fault}</p>
          </Finding>
        )}
      </Panel>
    );
  }
  const misfits = preview.columns
    .map((col, c) => ({ name: col.name, type: types[c], count: Math.round((1 - col.shares[types[c]]) * col.filled) }))
    .filter(({ count }) => count > 0);
  return (
    <Panel title="Findings" help="Each has a remedy; the preview follows.">
      <TextField label="Name of the table" value={draft.name} onCommit={(name) => onChange(draft.id, { name })} />
      <div className="h-3.5" />
      {preview.rows === 0 && preview.faulty.count === 0 && (
        <Finding title="Only a header">
          <p className="text-sm text-quiet">
            There are no rows below it, so there is nothing to store. Choose another file.
          </p>
        </Finding>
      )}
      {preview.faulty.count > 0 && (
        <Finding title={`${counted(preview.faulty.count, 'row')} with too few or too many cells`}>
          <ul className="mt-1 max-h-36 overflow-auto text-sm text-quiet" aria-label="Faulty rows">
            {preview.faulty.first.map(({ line, reason, cells }) => (
              <li key={line} className="truncate" title={cells.join(' | ')}>
                line {grouped(line)}: {reason}
              </li>
            ))}
          </ul>
          <div className="mt-2 flex flex-wrap gap-1.5">
            <Button
              look={faulty === 'aside' ? 'main' : 'plain'}
              aria-pressed={faulty === 'aside'}
              onClick={() => onChange(draft.id, { faulty: 'aside' })}
            >
              Set rows aside
            </Button>
            <Button
              look={faulty === 'fit' ? 'main' : 'plain'}
              aria-pressed={faulty === 'fit'}
              onClick={() => onChange(draft.id, { faulty: 'fit' })}
            >
              Fill up or cut to fit
            </Button>
          </div>
        </Finding>
      )}
      {misfits.map(({ name, type, count }) => (
        <Finding
          key={name}
          title={`${counted(count, 'cell')} of ${name} ${count === 1 ? 'is' : 'are'} no ${typeNames[type]}`}
        >
          <p className="text-sm text-quiet">
            Kept as written and shown in red; they count as empty. Or read the column as text.
          </p>
          <Button
            className="mt-2"
            onClick={() =>
              onChange(draft.id, { types: types.map((one, c) => (preview.columns[c].name === name ? 'text' : one)) })
            }
          >
            Read as text
          </Button>
        </Finding>
      ))}
      {preview.found.notes.map((note) => (
        <Finding key={note} title={note} />
      ))}
      <Finding title="Types of the columns">
        <TypeList
          columns={preview.columns.map(({ name, shares }, c) => ({ name, type: types[c], share: shares[types[c]] }))}
          onChange={(c, type) => onChange(draft.id, { types: types.map((one, i) => (i === c ? type : one)) })}
        />
      </Finding>
    </Panel>
  );
}

const mostListed = 200;

function TypeList({
  columns,
  onChange,
}: {
  columns: { name: string; type: ColumnType; share?: number }[];
  onChange: (column: number, type: ColumnType) => void;
}) {
  return (
    <>
      <ul className="mt-1.5 space-y-1">
        {columns.slice(0, mostListed).map(({ name, type, share }, c) => (
          <li key={name} className="grid grid-cols-[1fr_6.5rem] items-center gap-2">
            <span className="truncate" title={name}>
              {name}
              {share !== undefined && share < 1 && (
                <span className="ml-1.5 text-sm text-quiet">{Math.floor(share * 100)} % fit</span>
              )}
            </span>
            <Choose
              compact
              label={`Type of ${name}`}
              value={type}
              choices={typeChoices}
              onChange={(next) => onChange(c, next as ColumnType)}
            />
          </li>
        ))}
      </ul>
      {columns.length > mostListed && (
        <p className="mt-2 text-sm text-quiet">and {grouped(columns.length - mostListed)} more, as found</p>
      )}
    </>
  );
}

/** A stored table: its name, its columns' types, and the way out. */
export function TableFindings({ study, table }: { study: string; table: TableHead }) {
  const router = useRouter();
  const said = (answer: { ok: true } | { ok: false; fault: string }): void => {
    if (!answer.ok) toast.error(answer.fault);
    router.refresh();
  };
  return (
    <Panel title="Table" help={`${counted(table.rows, 'record')} in ${counted(table.columns.length, 'column')}.`}>
      <TextField
        label="Name"
        value={table.name}
        onCommit={async (name) => said(await renameTable(study, table.key, name))}
      />
      <h3 className="mt-4 text-sm font-semibold">Types of the columns</h3>
      <TypeList
        columns={table.columns}
        onChange={async (c, type) =>
          said(
            await retypeTable(
              study,
              table.key,
              table.columns.map((col, i) => (i === c ? { ...col, type } : col)),
            ),
          )
        }
      />
      <Button
        look="danger"
        className="mt-5"
        onClick={() =>
          void deleteWithUndo(table.name, {
            remove: () => deleteTable(study, table.key),
            restore: () => restoreTable(study, table.key),
            gone: () => router.refresh(),
            back: () => router.refresh(),
          })
        }
      >
        <Trash2 size={14} aria-hidden /> Delete the table
      </Button>
    </Panel>
  );
}
