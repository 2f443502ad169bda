'use client';
import { clsx } from 'clsx';
import { Download, Plus, Trash2, Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { ForEditors } from '@/ui/kit/rights';
import { toast } from '@/ui/kit/toast';
import { type ColumnRef, namesFile, readNamesFile, withFile } from '@/core/names';
import { createNames, deleteNames, renameNames, restoreNames } from '@/server/actions';
import type { TableHead } from '@/server/tables';
import { Button, TextField, counted, grouped, sentence, saveFile } from '@/ui/kit';
import { deleteWithUndo } from '@/ui/studies/card';
import type { NamesState } from './use-names';

const nameable = new Set(['text', 'list', 'reference', 'link']);

/** The study's lists of names, what the one in view reads, and the way in and out. */
export function Lists({ study, tables, names }: { study: string; tables: readonly TableHead[]; names: NamesState }) {
  const { lists, list, view, choose, change, reload } = names;
  const router = useRouter();
  const [making, setMaking] = useState(false);
  const [columns, setColumns] = useState(false);
  const file = useRef<HTMLInputElement>(null);

  const bringIn = async (chosen: File): Promise<void> => {
    if (!list) return;
    try {
      const { entries, passed, notes } = readNamesFile(new Uint8Array(await chosen.arrayBuffer()), chosen.name);
      change({ entries: withFile(list.entries, entries) }, `names file ${chosen.name}`);
      const rest = [passed && `${counted(passed, 'line')} without a variant passed over`, ...notes]
        .filter(Boolean)
        .map((note) => `; ${note}`)
        .join('');
      toast(`${counted(Object.keys(entries).length, 'variant')} taken from “${chosen.name}”${rest}.`);
    } catch (error) {
      toast.error(sentence(error));
    }
  };
  const save = (): void => {
    if (!list) return;
    saveFile(new Blob([namesFile(list.entries)], { type: 'text/csv' }), `${list.name}.csv`);
  };
  return (
    <aside
      aria-label="Lists of names"
      className="w-[210px] shrink-0 overflow-y-auto border-r border-line bg-panel p-3.5"
    >
      <h1 className="font-serif text-lg font-semibold">Names</h1>
      <p className="text-sm text-quiet">One list for columns that hold the same kind of thing.</p>
      <h2 className="mt-3 mb-1 text-sm font-semibold">Lists</h2>
      <ul>
        {lists.map((one) => {
          const active = one.id === list?.id;
          const joined = Object.keys(one.entries).length;
          return (
            <li key={one.id}>
              <button
                type="button"
                aria-current={active || undefined}
                onClick={() => {
                  setMaking(false);
                  setColumns(false);
                  choose(one.id);
                }}
                className={clsx(
                  'flex w-full items-center justify-between gap-2 rounded-md px-2.5 py-1.5 text-left',
                  active ? 'bg-tint font-semibold' : 'hover:bg-ground',
                )}
              >
                <span className="truncate">{one.name}</span>
                <span className="font-normal whitespace-nowrap text-quiet">
                  {active && view.before.length
                    ? `${grouped(view.before.length)} → ${grouped(view.forms.length)}`
                    : joined
                      ? `${grouped(joined)} joined`
                      : ''}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <ForEditors>
        <Button className="mt-1.5" onClick={() => setMaking(!making)} aria-expanded={making}>
          <Plus size={14} aria-hidden />
          New list
        </Button>
      </ForEditors>
      {making && (
        <ColumnChoice
          tables={tables}
          chosen={[]}
          named
          onChoose={async (refs, name) => {
            const answer = await createNames(study, name, refs);
            if (!answer.ok) {
              toast.error(answer.fault);
              return;
            }
            setMaking(false);
            await reload();
            choose(answer.value.id);
          }}
        />
      )}
      {list && (
        <>
          <h2 className="mt-4 mb-0.5 text-sm font-semibold">{list.name} reads</h2>
          <ul className="text-sm text-quiet">
            {list.columns.map(({ table, column }) => (
              <li key={`${table}.${column}`} className="truncate" title={`${table}.${column}`}>
                {table}.{column}
              </li>
            ))}
          </ul>
          <ForEditors>
            <Button className="mt-1.5" onClick={() => setColumns(!columns)} aria-expanded={columns}>
              Columns
            </Button>
          </ForEditors>
          {columns && (
            <ColumnChoice
              tables={tables}
              chosen={list.columns}
              onChoose={(refs) => {
                change({ columns: refs }, `${list.name} reads ${counted(refs.length, 'column')}`);
                setColumns(false);
              }}
            />
          )}
          <h2 className="mt-4 mb-1 text-sm font-semibold">In and out</h2>
          <div className="flex flex-wrap gap-1.5">
            <ForEditors>
              <Button onClick={() => file.current?.click()}>
                <Upload size={14} aria-hidden />
                Names file
              </Button>
            </ForEditors>
            <Button onClick={save}>
              <Download size={14} aria-hidden />
              Save
            </Button>
          </div>
          <p className="mt-1 text-sm text-quiet">CSV with “variant” and “preferred”; an empty preferred form drops.</p>
          <input
            ref={file}
            type="file"
            accept=".csv,.tsv,.txt,text/csv"
            aria-label="Names file to bring in"
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              const [chosen] = event.target.files ?? [];
              if (chosen) void bringIn(chosen);
              event.target.value = '';
            }}
          />
          <ForEditors>
            <div className="mt-4">
              <TextField
                label="Name of the list"
                value={list.name}
                onCommit={async (name) => {
                  const answer = await renameNames(study, list.id, name);
                  if (!answer.ok) toast.error(answer.fault);
                  await reload();
                }}
              />
            </div>
            <Button
              look="danger"
              className="mt-3"
              onClick={() =>
                void deleteWithUndo(list.name, {
                  remove: () => deleteNames(study, list.id),
                  restore: () => restoreNames(study, list.id),
                  gone: () => void reload(),
                  back: () => void reload().then(() => router.refresh()),
                })
              }
            >
              <Trash2 size={14} aria-hidden />
              Delete the list
            </Button>
          </ForEditors>
        </>
      )}
    </aside>
  );
}

/** Which columns a list reads. */
function ColumnChoice({
  tables,
  chosen,
  named,
  onChoose,
}: {
  tables: readonly TableHead[];
  chosen: readonly ColumnRef[];
  named?: boolean;
  onChoose: (refs: ColumnRef[], name: string) => void | Promise<void>;
}) {
  const [refs, setRefs] = useState<ColumnRef[]>([...chosen]);
  const [name, setName] = useState('');
  const has = (ref: ColumnRef): boolean => refs.some((one) => one.table === ref.table && one.column === ref.column);
  const toggle = (ref: ColumnRef): void => {
    setRefs(has(ref) ? refs.filter((one) => one.table !== ref.table || one.column !== ref.column) : [...refs, ref]);
    if (named && name === '') setName(ref.column.charAt(0).toUpperCase() + ref.column.slice(1));
  };
  return (
    <div className="mt-2 rounded-lg border border-line p-2">
      {named && (
        <input
          aria-label="Name of the new list"
          placeholder="Name"
          value={name}
          onChange={(event) => setName(event.target.value)}
          className="mb-2 h-7 w-full rounded-md border border-line bg-panel px-2"
        />
      )}
      <div className="max-h-64 overflow-auto text-sm" role="group" aria-label="Columns of the list">
        {tables.map(({ key, name: title, columns }) => (
          <div key={key} className="mb-1.5">
            <p className="text-quiet">{title}</p>
            {columns
              .filter(({ type }) => nameable.has(type))
              .slice(0, 100)
              .map(({ name: column }) => (
                <label key={column} className="flex items-center gap-1.5 pl-1">
                  <input
                    type="checkbox"
                    checked={has({ table: key, column })}
                    onChange={() => toggle({ table: key, column })}
                    className="accent-accent"
                  />
                  <span className="truncate">{column}</span>
                </label>
              ))}
          </div>
        ))}
      </div>
      <Button
        look="main"
        className="mt-2"
        disabled={!refs.length || (named && name.trim() === '')}
        onClick={() => void onChoose(refs, name)}
      >
        {named ? 'Make the list' : 'Read these'}
      </Button>
    </div>
  );
}
