'use client';
/** A list that can be taken away as CSV. */
import { Download } from 'lucide-react';
import { Button, IconButton } from './button';
import { saveFile } from './save-file';

export interface Listed {
  heads: readonly string[];
  rows: readonly (readonly (string | number | null | undefined)[])[];
}

/** `list` is asked for when it is taken; `name` is that of the file, without its ending. */
export function ListAway({
  name,
  list,
  small,
}: {
  name: string;
  list: () => Listed;
  /** A sign alone, where there is little room. */
  small?: string;
}) {
  const take = async (): Promise<void> => {
    const { heads, rows } = list();
    const { csvList } = await import('@/core/formats/csv-write');
    saveFile(new Blob([csvList(heads, rows)], { type: 'text/csv' }), `${name}.csv`);
  };
  if (!small) return <Button onClick={() => void take()}>As CSV</Button>;
  return (
    <IconButton name={small} onClick={() => void take()}>
      <Download size={15} aria-hidden />
    </IconButton>
  );
}
