'use client';
/** What is kept under names, to be renamed or deleted. */
import { FolderLock, X } from 'lucide-react';
import { TextField } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { useKept } from '@/ui/state/use-kept';
import { openFiling } from './open';

export function KeptList({
  title,
  kept,
  rows,
  onClose,
}: {
  title: string;
  kept: ReturnType<typeof useKept>;
  rows: readonly { id: string; name: string; version: number }[];
  onClose: () => void;
}) {
  const study = useWorkbench((state) => state.study.id);
  return (
    <section aria-label={title} className="order-last col-span-2 mt-3 rounded-md border border-line bg-ground p-2.5">
      <div className="flex items-center justify-between">
        <h3 className="text-sm font-semibold">{title}</h3>
        <button type="button" aria-label={`Close ${title}`} className="text-quiet" onClick={onClose}>
          <X size={14} aria-hidden />
        </button>
      </div>
      {rows.length === 0 && <p className="text-sm text-quiet">None any more.</p>}
      <ul>
        {rows.map((row) => (
          <li key={row.id} className="mt-1.5 flex items-center gap-2">
            <TextField
              compact
              className="h-7"
              label={`Name of “${row.name}”`}
              value={row.name}
              onCommit={(name) => void kept.change(row, { name })}
            />
            <button
              type="button"
              className="text-quiet hover:text-ink"
              aria-label={`Folder of “${row.name}” and who sees it`}
              onClick={() =>
                void openFiling({ study, things: [{ kind: 'kept', id: row.id }], onDone: () => void kept.reload() })
              }
            >
              <FolderLock size={14} aria-hidden />
            </button>
            <button
              type="button"
              className="text-sm font-semibold text-danger"
              aria-label={`Delete “${row.name}”`}
              onClick={() => void kept.remove(row)}
            >
              Delete
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
