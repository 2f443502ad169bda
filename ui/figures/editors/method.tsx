'use client';
import type { PartOf } from '@/core/figure/plan';
import { Button } from '@/ui/kit';
import { useFigure, useFigureStore } from '../context';
import { PointsField } from './points';
import { TextArea } from './text';

export function MethodEditor({ part }: { part: PartOf<'method'> }) {
  const store = useFigureStore();
  const note = useFigure((state) => state.drawn?.note);
  const set = (to: Partial<PartOf<'method'>>): void => store.getState().part(part.id, to);
  if (!note) return <p className="mt-2 text-sm text-quiet">It is written once the networks are computed.</p>;
  const moved = part.text !== undefined && part.from !== note.digest;
  return (
    <>
      <TextArea
        label={part.text === undefined ? 'Written from the trail' : 'Edited by hand'}
        value={part.text ?? note.text}
        rows={10}
        onCommit={(text) => set({ text: text.slice(0, 40_000), from: note.digest })}
      />
      {moved && (
        <div role="status" className="mt-2 rounded-md bg-amber px-2 py-1.5 text-sm">
          The trail has moved on since it was edited. It tells now:
          <p className="mt-1 max-h-32 overflow-y-auto font-serif">{note.text}</p>
          <Button className="mt-1" onClick={() => set({ from: note.digest })}>
            It is right as it is
          </Button>
        </div>
      )}
      {part.text !== undefined && (
        <Button className="mt-2" onClick={() => set({ text: undefined, from: undefined })}>
          Write it anew from the trail
        </Button>
      )}
      <PointsField label="Letters" value={part.size} onChange={(size) => set({ size })} />
    </>
  );
}
