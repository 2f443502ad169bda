'use client';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Button } from '@/ui/kit';

/** Which columns stand on a card, in the order in which they were ticked. */
export function ColumnsMenu({
  columns,
  chosen,
  onChange,
}: {
  columns: readonly { value: string; label: string }[];
  chosen: readonly string[];
  onChange: (chosen: string[]) => void;
}) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button>
          Shows {chosen.length} {chosen.length === 1 ? 'column' : 'columns'} <ChevronDown size={14} aria-hidden />
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={8}
          aria-label="Columns on the cards"
          className="z-50 max-h-[60vh] w-60 overflow-y-auto rounded-lg border border-line bg-panel p-2 shadow-lg"
        >
          {columns.map(({ value, label }) => (
            <label key={value} className="flex items-center gap-2 rounded-md px-2 py-1 hover:bg-tint">
              <input
                type="checkbox"
                checked={chosen.includes(value)}
                onChange={() =>
                  onChange(chosen.includes(value) ? chosen.filter((one) => one !== value) : [...chosen, value])
                }
                className="accent-accent"
              />
              <span className="truncate">{label}</span>
            </label>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
