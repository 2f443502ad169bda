'use client';
import { Plus, Replace, Table2 } from 'lucide-react';
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react';
import type { TableHead } from '@/server/tables';
import { Button, IconButton, type MenuEntry, counted, grouped } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import type { Conflict } from './edit-queue';
import { Grid } from './grid';
import { type Pasted, pasted } from './pasted';
import { ReplaceBar } from './replace-bar';
import { AskFirst, type Asked, Notice } from './ask-first';
import { columnReaders, readerWords } from './uses';
import { SearchField } from './search-field';
import type { Range } from './use-cells';
import type { Desk } from './use-desk';
import type { useTable } from './use-table';
import type { ToldOf } from '@/ui/kit/server-state';
import type { TableUses } from '@/server/tables/uses';

/** A stored table's rows, to be read and edited. */
export function TableGrid({
  table,
  tables,
  desk,
  held,
  notes,
  uses,
  more,
}: {
  table: TableHead;
  tables: readonly TableHead[];
  desk: Desk;
  held: ReturnType<typeof useTable>;
  notes: Readonly<Record<string, string>>;
  /** What reads the table's columns, once it is known. */
  uses?: ToldOf<TableUses>;
  /** Further controls in the bar. */
  more?: ReactNode;
}) {
  const [search, setSearch] = useState('');
  const [replacing, setReplacing] = useState(false);
  const [renaming, setRenaming] = useState<number>();
  const read = renaming === undefined ? undefined : uses?.value?.columns[renaming];
  const [range, setRange] = useState<Range>();
  const { laid, fault, turn, change, step, write, clear, fillDown } = held;
  const [wide, setWide] = useState<Wide>();
  const [asked, setAsked] = useState<Asked>();
  const { columns } = table;

  const deleteRows = (from: number, to: number): void =>
    void change(async () => ({ kind: 'delete rows', rows: await desk().placesOf(from, to + 1) }));
  const columnEntries = useCallback(
    (c: number): readonly (MenuEntry | null)[] => [
      { label: 'Rename', onSelect: () => setRenaming(c) },
      {
        label: 'Add a column before',
        onSelect: () => void change(() => ({ kind: 'add column', at: c, spec: { name: 'column', type: 'text' } })),
      },
      {
        label: 'Add a column after',
        onSelect: () => void change(() => ({ kind: 'add column', at: c + 1, spec: { name: 'column', type: 'text' } })),
      },
      null,
      {
        label: 'Delete the column',
        danger: true,
        onSelect: async () => {
          const go = (): void => void change(() => ({ kind: 'delete column', column: c }));
          const words = uses ? columnReaders(await uses.known(), c, columns[c].name) : '';
          if (words === '') go();
          else setAsked({ sentence: `${words} Without it they lack a column.`, verb: 'Delete the column', go });
        },
      },
    ],
    [change, columns, uses],
  );
  const paste = useCallback(
    (from: { row: number; column: number }, texts: string[][]) => {
      const found = pasted(
        texts,
        columns.map(({ name }) => name),
        from.column,
      );
      if (found.header) toast('The first line names the columns: it was not taken for a row.');
      if (found.wider) setWide({ from, ...found });
      else void write(from, found.rows, 'pasted cells');
    },
    [columns, write],
  );
  const addedThenWritten = async ({ from, rows, header, wider }: Wide): Promise<void> => {
    setWide(undefined);
    for (let i = 0; i < wider; i++) {
      const name = header?.[columns.length - from.column + i]?.trim() || 'column';
      await change(() => ({ kind: 'add column', at: columns.length + i, spec: { name, type: 'text' } }));
    }
    setLater({ from, rows });
  };
  // Written when the table stands with its new columns.
  const [later, setLater] = useState<Pick<Wide, 'from' | 'rows'>>();
  useEffect(() => {
    if (
      !later ||
      !laid ||
      laid.columns.length < later.from.column + Math.max(...later.rows.map((cells) => cells.length))
    )
      return;
    setLater(undefined);
    void write(later.from, later.rows, 'pasted cells');
  }, [later, laid, write]);
  const editing = useMemo(
    () => ({
      turn,
      write: (...asked: Parameters<typeof write>) => void write(...asked),
      paste,
      clear,
      fillDown,
      columnEntries,
      onRange: setRange,
    }),
    [turn, write, paste, clear, fillDown, columnEntries],
  );
  return (
    <div
      className="contents"
      onKeyDown={(event) => {
        if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
        if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
        // Of two grids the one with the focus is meant.
        event.preventDefault();
        step(event.shiftKey ? 'redo' : 'undo');
      }}
    >
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
          onReplace={async (edits, what) => {
            const done = await change(() => ({ kind: 'cells', edits, what }));
            if (done && !('fault' in done))
              toast(`Replaced in ${counted(edits.length - done.conflicts.length, 'cell')}.`);
          }}
        />
      )}
      <AskFirst asked={asked} onDone={() => setAsked(undefined)} />
      {wide && (
        <Notice label="Pasted cells">
          The pasted cells are {counted(wide.wider, 'column')} wider than the table.
          <Button look="main" onClick={() => void addedThenWritten(wide)}>
            Add {counted(wide.wider, 'column')}
          </Button>
          <Button
            onClick={() => {
              setWide(undefined);
              void write(wide.from, wide.rows, 'pasted cells');
            }}
          >
            Leave them out
          </Button>
          <Button onClick={() => setWide(undefined)}>Paste nothing</Button>
        </Notice>
      )}
      {held.conflicts.length > 0 && (
        <Notice label="Written by others">
          {conflictWords(held.conflicts, columns)}
          <span className="flex gap-2">
            <Button look="main" onClick={() => held.settle(false)}>
              Keep theirs
            </Button>
            <Button onClick={() => held.settle(true)}>Write mine</Button>
          </span>
        </Notice>
      )}
      {held.share !== undefined && (
        <div
          className="h-0.5 shrink-0 bg-line"
          role="progressbar"
          aria-label="Saving"
          aria-valuenow={Math.round(held.share * 100)}
        >
          <div className="h-full bg-accent" style={{ width: `${held.share * 100}%` }} />
        </div>
      )}
      {renaming !== undefined && columns[renaming] && (
        <form
          aria-label={`Rename ${columns[renaming].name}`}
          className="flex shrink-0 items-center gap-2 border-b border-line bg-panel px-3.5 py-2"
          onSubmit={(event) => {
            event.preventDefault();
            const name = new FormData(event.currentTarget).get('name');
            if (typeof name === 'string')
              void change(() => ({ kind: 'change column', column: renaming, spec: { ...columns[renaming], name } }));
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
          {read && readerWords(read, columns[renaming].name) !== '' && (
            <span className="text-quiet">
              {readerWords(read, columns[renaming].name)} The new name is taken over there.
            </span>
          )}
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
    </div>
  );
}

/** Pasted cells that need more columns than there are. */
interface Wide extends Pasted {
  from: { row: number; column: number };
}

const short = (text: string): string =>
  text === '' ? 'empty' : `“${text.length > 40 ? `${text.slice(0, 40)}…` : text}”`;

/** Cells that somebody else has written meanwhile, in a sentence. */
export function conflictWords(conflicts: readonly Conflict[], columns: TableHead['columns']): string {
  const [{ row, column, theirs, yours }] = conflicts;
  if (conflicts.length > 1)
    return `${counted(conflicts.length, 'cell')} were written by somebody else meanwhile and stay as they are.`;
  return `${columns[column]?.name ?? 'A cell'} of row ${grouped(row + 1)} was written by somebody else meanwhile: it is ${short(theirs)} now, you wrote ${short(yours)}.`;
}
