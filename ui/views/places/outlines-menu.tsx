'use client';
/** The study's own outlines on the map: which of them are shown; new ones brought in. */
import { ChevronDown, Trash2, Upload } from 'lucide-react';
import { useRef, useState } from 'react';
import { Fault } from '@/core/fault';
import { mostPoints, readOutlines } from '@/core/places';
import { Button, IconButton, counted } from '@/ui/kit';
import { Popup } from '@/ui/kit/popup';
import { toast } from '@/ui/kit/toast';
import type { useKept } from '@/ui/state/use-kept';

/** Larger files have more points than can be kept. */
const mostBytes = 400 * mostPoints;

export function OutlinesMenu({
  kept,
  hidden,
  onHide,
}: {
  kept: ReturnType<typeof useKept>;
  hidden: readonly string[];
  onHide: (hidden: string[]) => void;
}) {
  const file = useRef<HTMLInputElement>(null);
  // What came of the last file stands in the menu: what was left out of it can be read without haste.
  const [came, setCame] = useState('');
  const bring = async (one: File): Promise<void> => {
    try {
      if (one.size > mostBytes) throw new Fault(`“${one.name}” is too large for outlines. Simplify them first.`);
      const { outlines, notes } = readOutlines(await one.text());
      const made = await kept.create('outlines', one.name.replace(/\.(geo)?json$/i, ''), outlines);
      if (!made) return;
      const told = [`“${made.name}”: ${counted(outlines.length, 'outline')} on the map.`, ...notes].join(' ');
      setCame(told);
      toast(told);
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      toast.error(error.message);
    }
  };
  return (
    <Popup
      name="Outlines"
      trigger={
        <Button>
          Outlines <ChevronDown size={14} aria-hidden />
        </Button>
      }
    >
      {kept.outlines.map((row) => (
        <div key={row.id} className="flex items-center gap-1 rounded-md px-2 hover:bg-tint">
          <label className="flex min-w-0 grow items-center gap-2 py-1">
            <input
              type="checkbox"
              checked={!hidden.includes(row.id)}
              onChange={(event) =>
                onHide(event.target.checked ? hidden.filter((id) => id !== row.id) : [...hidden, row.id])
              }
              className="accent-accent"
            />
            <span className="truncate">{row.name}</span>
          </label>
          <IconButton
            name={`Delete ${row.name}`}
            onClick={() => {
              setCame('');
              void kept.remove(row);
            }}
          >
            <Trash2 size={14} aria-hidden />
          </IconButton>
        </div>
      ))}
      {kept.outlines.length === 0 && (
        <p className="px-2 py-1 text-sm text-quiet">Coasts, borders or roads of your own, as GeoJSON.</p>
      )}
      {came && <p className="max-w-72 px-2 py-1 text-sm text-quiet">{came}</p>}
      <button
        type="button"
        onClick={() => file.current?.click()}
        className="mt-1 flex items-center gap-2 rounded-md px-2 py-1 text-left hover:bg-tint"
      >
        <Upload size={14} aria-hidden /> Bring in GeoJSON …
      </button>
      <input
        ref={file}
        type="file"
        accept=".geojson,.json"
        aria-label="File of outlines"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const [one] = event.target.files ?? [];
          event.target.value = '';
          if (one) void bring(one);
        }}
      />
    </Popup>
  );
}
