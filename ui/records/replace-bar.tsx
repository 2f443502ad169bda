'use client';
import { X } from 'lucide-react';
import { useState } from 'react';
import { toast } from '@/ui/kit/toast';
import type { ColumnSpec } from '@/core/tables';
import { Button, Choose, IconButton, counted } from '@/ui/kit';
import type { CellEdit } from '@/worker/client';
import type { Desk } from './use-desk';

/** Finds a text in the cells of a column, or of all, and replaces it. */
export function ReplaceBar({
  columns,
  desk,
  onReplace,
  onClose,
}: {
  columns: readonly ColumnSpec[];
  desk: Desk;
  /** Says by itself when it is done. */
  onReplace: (edits: CellEdit[], what: string) => Promise<void>;
  onClose: () => void;
}) {
  const [find, setFind] = useState('');
  const [by, setBy] = useState('');
  const [column, setColumn] = useState('');
  const [whole, setWhole] = useState(false);
  const [exactly, setExactly] = useState(false);
  const replace = async (): Promise<void> => {
    const edits = await desk().replacements(find, by, {
      column: column === '' ? undefined : Number(column),
      whole,
      exactly,
    });
    if (!edits.length) {
      toast(`No cell has “${find}”.`);
      return;
    }
    await onReplace(edits, `replaced “${find}” by “${by}” in ${counted(edits.length, 'cell')}`);
  };
  const field = 'h-7 w-40 rounded-md border border-line bg-panel px-2.5';
  return (
    <form
      aria-label="Find and replace"
      className="flex shrink-0 flex-wrap items-center gap-2 border-b border-line bg-panel px-3.5 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (find !== '') void replace();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <input
        autoFocus
        aria-label="Find"
        placeholder="Find"
        value={find}
        onChange={(event) => setFind(event.target.value)}
        className={field}
      />
      <input
        aria-label="Replace by"
        placeholder="Replace by"
        value={by}
        onChange={(event) => setBy(event.target.value)}
        className={field}
      />
      <span className="w-36">
        <Choose
          compact
          label="Where to replace"
          value={column}
          choices={[
            { value: '', label: 'all columns' },
            ...columns.slice(0, 300).map(({ name }, c) => ({ value: String(c), label: name })),
          ]}
          onChange={setColumn}
        />
      </span>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={whole}
          onChange={(event) => setWhole(event.target.checked)}
          className="accent-accent"
        />
        whole cells
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={exactly}
          onChange={(event) => setExactly(event.target.checked)}
          className="accent-accent"
        />
        capitals matter
      </label>
      <Button type="submit" look="main" disabled={find === ''}>
        Replace all
      </Button>
      <IconButton name="Close" onClick={onClose}>
        <X size={15} aria-hidden />
      </IconButton>
    </form>
  );
}
