'use client';
import { ChevronDown } from 'lucide-react';
import { Button } from '@/ui/kit';
import { Popup } from '@/ui/kit/popup';

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
    <Popup
      name="Columns on the cards"
      trigger={
        <Button>
          Shows {chosen.length} {chosen.length === 1 ? 'column' : 'columns'} <ChevronDown size={14} aria-hidden />
        </Button>
      }
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
    </Popup>
  );
}
