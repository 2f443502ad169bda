'use client';
import { Plus, Replace, Table2 } from 'lucide-react';
import { type ReactNode, useCallback, useMemo, useState } from 'react';
import type { TableHead } from '@/server/tables';
import { Button, IconButton, type MenuEntry } from '@/ui/kit';
import { Grid } from './grid';
import { ReplaceBar } from './replace-bar';
import { SearchField } from './search-field';
import type { Range } from './use-cells';
import type { Desk } from './use-desk';
import type { useTable } from './use-table';

/** A stored table's rows, to be read and edited. */
export function TableGrid({
  table,
  tables,
  desk,
  held,
  notes,
  more,
}: {
  table: TableHead;
  tables: readonly TableHead[];
  desk: Desk;
  held: ReturnType<typeof useTable>;
  notes: Readonly<Record<string, string>>;
  /** Further controls in the bar. */
  more?: ReactNode;
}) {
  const [search, setSearch] = useState('');
  const [replacing, setReplacing] = useState(false);
  const [renaming, setRenaming] = useState<number>();
  const [range, setRange] = useState<Range>();
  const { laid, fault, turn, change, write, clear, fillDown } = held;
  const { columns } = table;

  const deleteRows = (from: number, to: number): void =>
    void change(async () => ({ kind: 'delete rows', rows: await desk().placesOf(from, to + 1) }));
  const columnEntries = useCallback(
    (c: number): readonly (MenuEntry | null)[] => [
      { label: 'Rename', onSelect: () => setRenaming(c) },
      { label: 'Add a column before', onSelect: () => void change(() => ({ kind: 'add column', at: c, spec: { name: 'column', type: 'text' } })) },
      { label: 'Add a column after', onSelect: () => void change(() => ({ kind: 'add column', at: c + 1, spec: { name: 'column', type: 'text' } })) },
      null,
      { label: 'Delete the column', danger: true, onSelect: () => void change(() => ({ kind: 'delete column', column: c })) },
    ],
    [change],
  ); // prettier-ignore
  const editing = useMemo(
    () => ({ turn, write, clear, fillDown, columnEntries, onRange: setRange }),
    [turn, write, clear, fillDown, columnEntries],
  );
  return (
    <>
      <div className="flex h-[46px] shrink-0 items-center gap-2 px-3.5">
        <h2 className="max-w-[40%] shrink-0 truncate font-serif text-[16px] font-semibold">{table.name}</h2>
        <span className="min-w-0 grow truncate text-quiet">{table.origin}</span>
        {range && laid && laid.rows > 0 && (
          <Button onClick={() => deleteRows(range.top, range.bottom)}>
            Delete {range.bottom > range.top ? `${range.bottom - range.top + 1} rows` : 'row'}
          </Button>
        )}
        <Button onClick={() => void change(() => ({ kind: 'add rows', at: Number.MAX_SAFE_INTEGER, rows: [[]] }))}>
          <Plus size={14} aria-hidden />
          Add row
        </Button>
        <IconButton
          name="Add a column"
          onClick={() =>
            void change(() => ({ kind: 'add column', at: columns.length, spec: { name: 'column', type: 'text' } }))
          }
        >
          <Table2 size={15} aria-hidden />
        </IconButton>
        <IconButton name="Find and replace" onClick={() => setReplacing(!replacing)}>
          <Replace size={15} aria-hidden />
        </IconButton>
        <SearchField value={search} onChange={setSearch} />
        {more}
      </div>
      {replacing && (
        <ReplaceBar
          columns={columns}
          desk={desk}
          onClose={() => setReplacing(false)}
          onReplace={(edits, what) => void change(() => ({ kind: 'cells', edits, what }))}
        />
      )}
      {renaming !== undefined && columns[renaming] && (
        <form
          aria-label={`Rename ${columns[renaming].name}`}
          className="flex shrink-0 items-center gap-2 border-b border-line bg-panel px-3.5 py-2"
          onSubmit={(event) => {
            event.preventDefault();
            const name = new FormData(event.currentTarget).get('name');
            if (typeof name === 'string') void change(() => ({ kind: 'change column', column: renaming, spec: { ...columns[renaming], name } })); // prettier-ignore
            setRenaming(undefined);
          }}
          onKeyDown={(event) => event.key === 'Escape' && setRenaming(undefined)}
        >
          <label className="flex items-center gap-2">
            Name of the column
            <input
              name="name"
              autoFocus
              defaultValue={columns[renaming].name}
              className="h-7 w-56 rounded-md border border-line bg-panel px-2.5"
            />
          </label>
          <Button type="submit" look="main">
            Rename
          </Button>
        </form>
      )}
      {laid ? (
        <Grid
          laid={laid}
          desk={desk}
          search={search}
          label={`Records of ${table.name}`}
          notes={notes}
          tableName={(key) => tables.find((one) => one.key === key)?.name ?? key}
          editing={editing}
        />
      ) : (
        <p className={fault ? 'grow p-4 text-danger' : 'grow p-4 text-quiet'} role={fault ? 'alert' : undefined}>
          {fault ?? 'Reading …'}
        </p>
      )}
    </>
  );
}
