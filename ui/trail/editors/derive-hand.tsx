'use client';
import { Trash2 } from 'lucide-react';
import { withClass } from '@/core/derive';
import { type EdgeId, edgeIdOfKey } from '@/core/graph';
import type { DeriveSettings } from '@/core/trail';
import { Choose, IconButton, TextField, counted, grouped } from '@/ui/kit';
import { useWorkbenchStore } from '@/ui/state/context';
import type { ColumnHoldings } from '@/worker/client';
import { choicesOf } from './ties-parts';

type Hand = Extract<DeriveSettings['how'], { by: 'hand' }>;

const none = { value: '', label: 'none' };

/** The classes that were set by hand: renamed, selected again, taken off. */
export function ByHand({
  how,
  of,
  columns,
  onChange,
}: {
  how: Hand;
  of: 'nodes' | 'edges';
  columns: readonly ColumnHoldings[];
  onChange: (how: Hand) => void;
}) {
  const store = useWorkbenchStore();
  const select = (on: readonly string[]): void => {
    const there = new Set(store.getState().net?.ids);
    const edges = on.flatMap((key): EdgeId[] => {
      const id = edgeIdOfKey(key);
      return id ? [id] : [];
    });
    store.getState().select(of === 'nodes' ? { nodes: on.filter((id) => there.has(id)) } : { nodes: [], edges });
  };
  return (
    <>
      {how.classes.length === 0 && (
        <p className="mt-2 text-sm text-quiet">
          None yet. Select {of === 'nodes' ? 'nodes' : 'ties'}, press L, and set a class on them; or paste classes
          there.
        </p>
      )}
      <ul aria-label="Classes set by hand" className="mt-2">
        {how.classes.map(({ class: name, on }) => (
          <li key={name} className="flex items-center gap-2 border-t border-rule py-0.5">
            <TextField
              compact
              className="h-6 min-w-0 grow"
              label={`Class ${name}`}
              value={name}
              onCommit={(text) => text.trim() && onChange({ ...how, classes: withClass(how.classes, text, on) })}
            />
            <button
              type="button"
              className="shrink-0 text-sm text-link hover:underline"
              aria-label={`Select ${counted(on.length, of === 'nodes' ? 'node' : 'tie')} of ${name}`}
              onClick={() => select(on)}
            >
              {grouped(on.length)}
            </button>
            <IconButton
              name={`Take ${name} off`}
              onClick={() => onChange({ ...how, classes: withClass(how.classes, '', on) })}
            >
              <Trash2 size={14} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      <Choose
        label="Where none is set, the value of"
        value={how.from}
        choices={[none, ...choicesOf(columns.map(({ name }) => name))]}
        onChange={(from) => onChange({ ...how, from })}
      />
    </>
  );
}
