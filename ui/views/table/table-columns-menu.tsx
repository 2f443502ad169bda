'use client';
/** Which columns a table has, in which order, and which of them stay at the left. */
import { ArrowDown, ArrowUp, ChevronDown, Pin } from 'lucide-react';
import { columnTitle } from '@/core/measure';
import { Button, IconButton } from '@/ui/kit';
import { Popup } from '@/ui/kit/popup';
import { Tick } from '@/ui/kit/tick';
import type { TableState } from '@/ui/state/table';
import type { Head } from './columns';

export function TableColumnsMenu({
  columns,
  state,
  titled = columnTitle,
  onChange,
}: {
  /** Without the first, which is always there. */
  columns: readonly Head[];
  state: TableState;
  /** How a column is called; absent: as those of nodes and ties are. */
  titled?: (name: string) => string;
  onChange: (change: Partial<TableState>) => void;
}) {
  const all = columns.map(({ name }) => name);
  const shown = (state.columns ?? all).filter((name) => all.includes(name));
  const hidden = all.filter((name) => !shown.includes(name));
  const move = (name: string, by: number): void => {
    const next = shown.filter((one) => one !== name);
    next.splice(shown.indexOf(name) + by, 0, name);
    onChange({ columns: next });
  };
  return (
    <Popup
      name="Columns of the table"
      wide="w-72"
      trigger={
        <Button>
          {shown.length === all.length ? 'All columns' : `${shown.length} of ${all.length} columns`}{' '}
          <ChevronDown size={14} aria-hidden />
        </Button>
      }
    >
      {[...shown, ...hidden].map((name) => {
        const at = shown.indexOf(name);
        const title = titled(name);
        return (
          <div key={name} className="flex items-center rounded-md px-2 hover:bg-tint">
            <Tick
              checked={at >= 0}
              onChange={(on) => onChange({ columns: on ? [...shown, name] : shown.filter((one) => one !== name) })}
              className="min-w-0 grow py-1"
            >
              <span className="truncate">{title}</span>
            </Tick>
            {at >= 0 && (
              <>
                <IconButton name={`${title} before`} disabled={at === 0} onClick={() => move(name, -1)}>
                  <ArrowUp size={14} aria-hidden />
                </IconButton>
                <IconButton name={`${title} after`} disabled={at === shown.length - 1} onClick={() => move(name, 1)}>
                  <ArrowDown size={14} aria-hidden />
                </IconButton>
                <IconButton
                  name={`${title} stays at the left`}
                  aria-pressed={state.pinned.includes(name)}
                  className={state.pinned.includes(name) ? 'bg-tint' : ''}
                  onClick={() =>
                    onChange({
                      pinned: state.pinned.includes(name)
                        ? state.pinned.filter((one) => one !== name)
                        : [...state.pinned, name],
                    })
                  }
                >
                  <Pin size={14} aria-hidden />
                </IconButton>
              </>
            )}
          </div>
        );
      })}
    </Popup>
  );
}
