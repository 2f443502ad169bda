'use client';
/** The sifts at the left: cards in their order, what they leave, and what can be sifted by. */
import { PanelLeftClose } from 'lucide-react';
import { type DragEndEvent, DndContext, PointerSensor, closestCenter, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { createElement } from 'react';
import { type Sift, type Sifting, type Tally, untied } from '@/core/sift';
import { own } from '@/core/own';
import { whereWords } from '@/core/places/where';
import { Choose, IconButton, counted, grouped } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { AddSift, titleOf } from './add';
import { Card, type CardProps } from './cards/card';
import { DatesCard } from './cards/dates-card';
import { NumbersCard } from './cards/numbers-card';
import { AreaCard, ChosenCard, WordsCard } from './cards/plain-cards';
import { ValuesCard } from './cards/values-card';
import { changed, moved } from './changes';
import { KeepThese } from './keep-these';
import { KeptSifts } from './kept-sifts';

const cards = {
  values: ValuesCard,
  numbers: NumbersCard,
  dates: DatesCard,
  words: WordsCard,
  chosen: ChosenCard,
  area: AreaCard,
};

export function SiftPanel() {
  const sifting = useWorkbench((state) => state.sifting);
  const counts = useWorkbench((state) => (state.sifting.sifts.length ? state.inView?.counts : undefined));
  const store = useWorkbenchStore();
  const { sifts } = sifting;
  const ofTies = sifts.some((sift) => sift.on && sift.of !== 'nodes');
  // By keys the arrows of each card do it.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const dropped = ({ active, over }: DragEndEvent): void => {
    const place = (id: string | number | undefined): number => sifts.findIndex((sift) => sift.id === id);
    if (over && active.id !== over.id) store.getState().sift((now) => moved(now, place(active.id), place(over.id)));
  };
  return (
    <aside aria-label="Sift" className="flex w-[312px] shrink-0 flex-col border-r border-line bg-panel">
      <div className="min-h-0 grow overflow-y-auto px-3.5 pt-3.5 pb-4">
        <div className="flex items-start justify-between">
          <h2 className="font-serif text-lg font-semibold">Sift</h2>
          <span className="flex items-center gap-2">
            {sifts.length > 0 && <KeepThese />}
            <IconButton name="Close the sifts" keys="Esc" onClick={() => store.setState({ step: undefined })}>
              <PanelLeftClose size={16} aria-hidden />
            </IconButton>
          </span>
        </div>
        <p className="text-sm text-quiet" role="status">
          Passing: nothing is recomputed; measures and groups stay as they were made.
          {counts &&
            ` ${grouped(counts.records.inView)} of ${counted(counts.records.all, 'record')}, ${grouped(counts.nodes.inView)} of ${counted(counts.nodes.all, 'node')} and ${grouped(counts.edges.inView)} of ${counted(counts.edges.all, 'tie')} are in view, in every view.`}
        </p>
        <DndContext id="sifts" sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
          <SortableContext items={sifts.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
            <ol>
              {sifts.map((sift) => (
                <OneCard key={sift.id} sift={sift} />
              ))}
            </ol>
          </SortableContext>
        </DndContext>
        <div className="mt-3 flex flex-wrap gap-2">
          <AddSift />
          <KeptSifts />
        </div>
        {ofTies && (
          <div className="mt-3">
            <Choose
              label="Nodes without a tie in view are"
              value={sifting.untied}
              choices={untied.map((value) => ({ value, label: value }))}
              onChange={(next) => store.getState().sift((now) => ({ ...now, untied: next as Sifting['untied'] }))}
            />
          </div>
        )}
      </div>
    </aside>
  );
}

/** Whose they are, and where a sift has no column for its title, what it reads. */
function within(sift: Sift, whose: string): string {
  if (sift.kind === 'words') return `${whose}: ${sift.columns.join(', ')}`;
  return sift.kind === 'area' ? `${whose}: ${whereWords(sift.where)}` : whose;
}

function OneCard({ sift }: { sift: Sift }) {
  const card = useWorkbench((state) => own(state.inView?.cards ?? {}, sift.id));
  const table = useWorkbench((state) => state.tables.find(({ key }) => key === sift.table)?.name);
  const store = useWorkbenchStore();
  const title =
    sift.kind === 'chosen'
      ? sift.name
      : sift.kind === 'words'
        ? 'Words'
        : sift.kind === 'area'
          ? 'Area'
          : titleOf({ of: sift.of, column: sift.column });
  const whose = sift.of === 'records' ? (table ?? 'records') : sift.of === 'nodes' ? 'nodes' : 'ties';
  const set = (change: Partial<Sift>): void => store.getState().sift((now) => changed(now, sift.id, change));
  return (
    <Card sift={sift} title={title} whose={within(sift, whose)}>
      {card && 'fault' in card ? (
        <p role="alert" className="mt-1.5 rounded-md bg-danger-tint px-2 py-1.5 text-sm text-danger">
          {card.fault}
        </p>
      ) : (
        createElement(cards[sift.kind] as (props: CardProps<Sift, Tally['kind']>) => React.ReactNode, {
          sift,
          tally: card?.tally,
          set,
        })
      )}
    </Card>
  );
}
