'use client';
import { Rows2, X } from 'lucide-react';
import { useState, useLayoutEffect } from 'react';
import type { NamesList } from '@/core/names';
import type { TableHead } from '@/server/tables';
import { IconButton, Menu } from '@/ui/kit';
import type { DraftPreview } from '@/worker/client';
import { matchedNotes } from './draft-pane';
import { TableGrid } from './table-grid';
import { TablePanel } from './table-panel';
import { useDesk } from './use-desk';
import { useTable } from './use-table';
import { useUses } from './uses';

export interface Steps {
  undo: () => void;
  redo: () => void;
  /** Changes that the server has not answered yet. */
  waiting: number;
  away: boolean;
  kept: boolean;
}

/** A stored table: its grid, another one under it where wanted, and at the right what was found in it. */
export function TablePane({
  study,
  table,
  tables,
  names,
  below,
  onBelow,
  onSteps,
}: {
  study: string;
  table: TableHead;
  tables: TableHead[];
  names: readonly NamesList[];
  /** Key of the table shown under this one. */
  below?: string;
  onBelow: (key: string | undefined) => void;
  onSteps: (steps: Steps | undefined) => void;
}) {
  const desk = useDesk();
  const held = useTable(study, table, desk);
  const uses = useUses(study, table);
  const [preview, setPreview] = useState<DraftPreview>();
  const [marks, setMarks] = useState(0);
  const second = tables.find(({ key }) => key === below && key !== table.key);
  const others = tables.filter(({ key }) => key !== table.key);
  const { step, waiting, away, kept } = held;
  // At once: “Saved” must not stand for a moment longer than it is true.
  useLayoutEffect(() => {
    onSteps({ undo: () => step('undo'), redo: () => step('redo'), waiting, away, kept });
    return () => onSteps(undefined);
  }, [onSteps, step, waiting, away, kept]);
  return (
    <>
      <main aria-label="Records of the table" className="relative flex min-w-0 grow flex-col">
        <TableGrid
          key={table.key}
          table={table}
          tables={tables}
          desk={desk}
          held={{ ...held, turn: held.turn + marks }}
          notes={preview ? matchedNotes(preview) : {}}
          uses={uses}
          more={
            others.length > 0 && (
              <Menu
                align="end"
                trigger={
                  <button
                    type="button"
                    aria-label="Show another table below"
                    className="flex size-7 items-center justify-center rounded-md hover:bg-ground"
                  >
                    <Rows2 size={15} aria-hidden />
                  </button>
                }
                entries={others.map(({ key, name }) => ({ label: name, onSelect: () => onBelow(key) }))}
              />
            )
          }
        />
        {second && (
          <div className="flex min-h-0 basis-1/2 flex-col border-t-4 border-line">
            <Second study={study} table={second} tables={tables} onClose={() => onBelow(undefined)} />
          </div>
        )}
      </main>
      <TablePanel
        key={`panel ${table.key}`}
        study={study}
        table={table}
        tables={tables}
        names={names}
        desk={desk}
        held={held}
        uses={uses}
        preview={preview}
        onPreview={(next) => {
          setPreview(next);
          // Cells worth a look are marked now; the rows in view are fetched anew.
          setMarks((count) => count + 1);
        }}
      />
    </>
  );
}

function Second({
  study,
  table,
  tables,
  onClose,
}: {
  study: string;
  table: TableHead;
  tables: TableHead[];
  onClose: () => void;
}) {
  const desk = useDesk();
  const held = useTable(study, table, desk);
  return (
    <TableGrid
      key={table.key}
      table={table}
      tables={tables}
      desk={desk}
      held={held}
      notes={{}}
      more={
        <IconButton name={`Close ${table.name}`} onClick={onClose}>
          <X size={15} aria-hidden />
        </IconButton>
      }
    />
  );
}
