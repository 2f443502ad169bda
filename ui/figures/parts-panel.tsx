'use client';
import {
  type Announcements,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  type UniqueIdentifier,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { clsx } from 'clsx';
import { Eye, EyeOff, GripVertical, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { type FigurePart, type KindOfPart, mostParts, partKinds } from '@/core/figure/plan';
import { Button, IconButton, Menu, Toggle, sentence } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { useFigure, useFigureSession, useFigureStore } from './context';
import { PartEditor } from './editors';
import { newPart } from './new-part';

/** The parts of the page: dragged into their order, hidden, set and added. */
export function PartsPanel() {
  const parts = useFigure((state) => state.figure.parts);
  const store = useFigureStore();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const move = (from: string, to: string): void =>
    store.getState().change((figure) => {
      const list = [...figure.parts];
      const [a, b] = [from, to].map((id) => list.findIndex((one) => one.id === id));
      if (a < 0 || b < 0 || a === b) return figure;
      list.splice(b, 0, ...list.splice(a, 1));
      return { ...figure, parts: list };
    });
  const add = (kind: KindOfPart): void => {
    const state = store.getState();
    try {
      const part = newPart(kind, state);
      state.change((figure) => ({ ...figure, parts: [...figure.parts, part] }));
      store.setState({ selected: part.id });
    } catch (error) {
      toast.error(sentence(error));
    }
  };
  return (
    <aside
      aria-label="Parts of the page"
      className="flex w-66 shrink-0 flex-col overflow-y-auto border-r border-line bg-panel p-3.5"
    >
      <h2 className="font-serif text-lg font-semibold">Parts of the page</h2>
      <p className="text-sm text-quiet">Drag to reorder, click to write or set.</p>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        accessibility={{ announcements: said(parts) }}
        onDragEnd={({ active, over }) => over && move(String(active.id), String(over.id))}
      >
        <SortableContext items={parts.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ol className="mt-2">
            {parts.map((part) => (
              <PartRow key={part.id} part={part} />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <div className="mt-2">
        <Menu
          trigger={
            <Button disabled={parts.length >= mostParts}>
              <Plus size={14} aria-hidden /> Add a part
            </Button>
          }
          entries={(Object.keys(partKinds) as KindOfPart[]).map((kind) => ({
            label: partKinds[kind].title,
            hint: partKinds[kind].help,
            onSelect: () => add(kind),
          }))}
        />
      </div>
      <Hold />
    </aside>
  );
}

/** What is told of a part that is moved by keys. */
function said(parts: readonly FigurePart[]): Announcements {
  const title = (id: UniqueIdentifier): string => {
    const part = parts.find((one) => one.id === id);
    return part ? partKinds[part.kind].title : 'A part';
  };
  const place = (id: UniqueIdentifier): number => parts.findIndex((one) => one.id === id);
  const where = (active: UniqueIdentifier, over: UniqueIdentifier | undefined): string =>
    over === undefined || over === active
      ? 'where it was'
      : `${place(over) < place(active) ? 'before' : 'after'} ${title(over)}`;
  return {
    onDragStart: ({ active }) => `${title(active.id)} is picked up.`,
    onDragOver: ({ active, over }) => `${title(active.id)} stands ${where(active.id, over?.id)}.`,
    onDragEnd: ({ active, over }) => `${title(active.id)} is put ${where(active.id, over?.id)}.`,
    onDragCancel: ({ active }) => `${title(active.id)} is left where it was.`,
  };
}

function PartRow({ part }: { part: FigurePart }) {
  const store = useFigureStore();
  const chosen = useFigure((state) => state.selected === part.id);
  const says = useFigure((state) => state.drawn?.summaries.find((one) => one.part === part.id)?.says ?? '');
  const problem = useFigure((state) => state.drawn?.problems.find((one) => one.part === part.id)?.says);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id: part.id,
  });
  const { title } = partKinds[part.kind];
  const { hidden } = part;
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={clsx('rounded-md', chosen && 'bg-tint', hidden && 'opacity-60')}
    >
      <div className="flex items-start gap-1 py-1 pr-1">
        <button
          type="button"
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={`Move ${title}`}
          className="mt-0.5 flex h-6 w-5 shrink-0 cursor-grab items-center justify-center rounded text-quiet hover:bg-ground"
        >
          <GripVertical size={14} aria-hidden />
        </button>
        <button
          type="button"
          aria-expanded={chosen}
          onClick={() => store.setState({ selected: chosen ? undefined : part.id })}
          className="min-w-0 grow rounded px-1 text-left hover:bg-ground"
        >
          <span className="block font-semibold">{title}</span>
          <span className="line-clamp-2 block text-sm break-words text-quiet">{says}</span>
        </button>
        <IconButton
          name={hidden ? `Show ${title}` : `Hide ${title}`}
          aria-pressed={hidden}
          onClick={() => store.getState().part(part.id, { hidden: !hidden })}
        >
          {hidden ? <EyeOff size={15} aria-hidden /> : <Eye size={15} aria-hidden />}
        </IconButton>
      </div>
      {problem !== undefined && (
        <p role="alert" className="mx-1.5 mb-1 rounded-md bg-amber px-2 py-1 text-sm">
          {problem}
        </p>
      )}
      {chosen && (
        <div className="px-2 pb-2.5">
          <PartEditor part={part} />
          <div className="mt-3">
            <Button
              look="danger"
              onClick={() => {
                store.getState().change((figure) => ({
                  ...figure,
                  parts: figure.parts.filter(({ id }) => id !== part.id),
                }));
                store.setState({ selected: undefined });
              }}
            >
              <Trash2 size={14} aria-hidden /> Take it off the page
            </Button>
          </div>
        </div>
      )}
    </li>
  );
}

/** Whether the figure follows its networks, or is held as they were. */
function Hold() {
  const held = useFigure((state) => state.figure.held);
  const networks = useFigure((state) => state.networks);
  const wouldChange = useFigure((state) => state.drawn?.wouldChange);
  const store = useFigureStore();
  const session = useFigureSession();
  const [busy, setBusy] = useState(false);
  const parts = useFigure((state) => state.figure.parts);
  const first = parts.find((part) => part.kind === 'map');
  const version = networks.find(({ id }) => first?.kind === 'map' && id === first.network)?.version;
  const heldVersion = held?.of.find(({ network }) => first?.kind === 'map' && network === first.network)?.version;
  return (
    <section aria-label="Kept in step" className="mt-4 border-t border-line pt-3">
      <h3 className="font-semibold">Kept in step</h3>
      <p className="text-sm text-quiet">
        {held
          ? 'The figure is held: it stays as it is, whatever becomes of its networks.'
          : 'The figure follows the network. Hold it to keep today’s state for a publication.'}
      </p>
      <Toggle
        label={
          held
            ? `Held at version ${heldVersion ?? '–'}`
            : version === undefined
              ? 'Hold it'
              : `Hold at version ${version}`
        }
        checked={held !== undefined}
        onChange={async (on) => {
          if (busy) return;
          if (!on) {
            store.getState().change((figure) => ({ ...figure, held: undefined }));
            return;
          }
          setBusy(true);
          try {
            await session.current?.hold();
          } catch (error) {
            toast.error(sentence(error));
          } finally {
            setBusy(false);
          }
        }}
      />
      {held && (
        <ul aria-label="What would change" className="mt-2 text-sm text-quiet">
          {wouldChange?.length ? (
            wouldChange.map((says) => <li key={says}>{says}</li>)
          ) : (
            <li>Nothing would change if it followed its networks.</li>
          )}
        </ul>
      )}
    </section>
  );
}
