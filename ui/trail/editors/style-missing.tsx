'use client';
/** Columns that a look reads and this network has not: each is pointed to another, or what rests on it is left out. */
import { useState } from 'react';
import type { Follows, missingFor } from '@/core/style/follow';
import { Button, Choose } from '@/ui/kit';
import type { Holdings } from '@/worker/client';

type Columns = ReturnType<typeof missingFor>;

const nothing = '';

export function Missing({
  name,
  missing,
  before,
  onDone,
}: {
  name: string;
  missing: Columns;
  before: Holdings | undefined;
  onDone: (columns: Follows['columns'] | undefined) => void;
}) {
  const [columns, setColumns] = useState<Follows['columns']>(() => missing.map((column) => ({ ...column, to: '' })));
  return (
    <div role="group" aria-label="Missing columns" className="mt-3 rounded-md border border-line bg-ground p-2.5">
      <p>
        The look of “{name}” reads columns that are not here. Point each to another one, or leave out what rests on it.
      </p>
      {columns.map(({ of, name: column, to }) => (
        <Choose
          key={`${of} ${column}`}
          label={`${column} of ${of}`}
          value={to}
          choices={[
            { value: nothing, label: 'leave it out' },
            ...((of === 'nodes' ? before?.nodeColumns : before?.edgeColumns) ?? []).map((col) => ({
              value: col.name,
              label: col.name,
            })),
          ]}
          onChange={(chosen) =>
            setColumns(columns.map((one) => (one.of === of && one.name === column ? { ...one, to: chosen } : one)))
          }
        />
      ))}
      <div className="mt-3 flex gap-2">
        <Button look="main" onClick={() => onDone(columns)}>
          Use the look
        </Button>
        <Button onClick={() => onDone(undefined)}>Keep mine</Button>
      </div>
    </div>
  );
}
