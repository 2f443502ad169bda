'use client';
import {
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  arrayMove,
  horizontalListSortingStrategy,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { clsx } from 'clsx';
import { Copy, EllipsisVertical, Eye, EyeOff, Plus, Trash2 } from 'lucide-react';
import Link from 'next/link';
import { memo, useEffect, useMemo, useRef } from 'react';
import { type Step, firstSettings, newStep, stepKinds, summaryOf } from '@/core/trail';
import { scopeOf } from '@/core/graph';
import { Button, Menu, counted, grouped } from '@/ui/kit';
import { useSession, useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { SiftTile } from '@/ui/sift/tile';
import { awayInShort, awayInWords } from '@/ui/science/away';
import { elevationPath } from './elevation';
import { own } from '@/core/own';

const tileWidth = 112;
const profileHeight = 46;

/** The strip of steps, over the profile of what is left at each. */
export function TrailStrip() {
  const steps = useWorkbench((state) => state.trail.steps);
  const reports = useWorkbench((state) => state.reports);
  const tables = useWorkbench((state) => state.tables);
  const names = useWorkbench((state) => state.names);
  const study = useWorkbench((state) => state.study.id);
  const first = own(reports, steps[0]?.id)?.nodes ?? 0;
  const shareOf = (step: Step): number | undefined => {
    const report = own(reports, step.id);
    return report && first ? report.nodes / first : undefined;
  };
  const profile = [{ share: 1 }, { share: 1 }, ...steps.map((step) => ({ share: shareOf(step) }))];
  return (
    <nav
      aria-label="Trail"
      className="relative shrink-0 overflow-x-auto overflow-y-hidden border-b border-line bg-ground [scrollbar-width:thin]"
    >
      <div className="relative flex h-[91px]" style={{ width: `max(100%, ${(steps.length + 3) * tileWidth + 118}px)` }}>
        <svg
          className="absolute bottom-0 left-0"
          width={profile.length * tileWidth}
          height={profileHeight}
          role="img"
          aria-label={`Nodes left: ${steps.map((step) => grouped(own(reports, step.id)?.nodes ?? 0)).join(', ')}`}
        >
          <path d={elevationPath(profile, tileWidth, profileHeight)} fill="var(--rise)" opacity={0.75} />
        </svg>
        <PlaceTile
          title="Records"
          href={`/studies/${study}/records`}
          line={counted(tables.length, 'table')}
          foot={counted(
            tables.reduce((sum, { rows }) => sum + rows, 0),
            'row',
          )}
        />
        <PlaceTile
          title="Names"
          href={`/studies/${study}/names`}
          line={counted(names.length, 'list')}
          foot={`${grouped(names.reduce((sum, { entries }) => sum + Object.keys(entries).length, 0))} joined`}
        />
        <Tiles ids={JSON.stringify(steps.map(({ id }) => id))} />
        <SiftTile />
        <NewStep />
      </div>
    </nav>
  );
}

/** The tiles of the steps, by a list of their ids. Each is drawn anew by itself: a slider that is moved changes one of them many times. */
const Tiles = memo(function Tiles({ ids }: { ids: string }) {
  const store = useWorkbenchStore();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const [ties, ...others] = JSON.parse(ids) as string[];
  const moved = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    store.getState().edit((trail) => {
      const from = trail.steps.findIndex(({ id }) => id === active.id);
      const to = Math.max(
        1,
        trail.steps.findIndex(({ id }) => id === over.id),
      );
      return { steps: arrayMove(trail.steps, from, to) };
    });
  };
  return (
    <>
      {ties && <TileBody id={ties} />}
      <DndContext id="trail" sensors={sensors} collisionDetection={closestCenter} onDragEnd={moved}>
        <SortableContext items={others} strategy={horizontalListSortingStrategy}>
          {others.map((id) => (
            <SortableTile key={id} id={id} />
          ))}
        </SortableContext>
      </DndContext>
    </>
  );
});

const NewStep = memo(function NewStep() {
  const store = useWorkbenchStore();
  return (
    <div className="flex items-center px-4">
      <Menu
        trigger={
          <Button>
            <Plus size={15} aria-hidden /> Step
          </Button>
        }
        entries={(Object.keys(stepKinds) as Step['kind'][])
          .filter((kind) => kind !== 'ties')
          .map((kind) => ({
            label: stepKinds[kind].title,
            hint: stepKinds[kind].help.split('.')[0],
            onSelect: () => store.getState().addStep(kind, firstSettings(kind, store.getState().net)),
          }))}
      />
    </div>
  );
});

/** A tile that leads to what the trail begins with. */
function PlaceTile({ title, href, line, foot }: { title: string; href: string; line: string; foot: string }) {
  return (
    <Link href={href} className="relative w-28 shrink-0 border-r border-line px-3 pt-2 hover:bg-panel/40">
      <b className="block font-semibold">{title}</b>
      <span className="block text-sm text-quiet">{line}</span>
      <span className="absolute bottom-1.5 left-3 text-sm font-semibold text-accent">{foot}</span>
    </Link>
  );
}

function SortableTile({ id }: { id: string }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  const described = attributes['aria-describedby'];
  const drag = useMemo(() => ({ ...listeners, 'aria-describedby': described }), [listeners, described]);
  return (
    <div
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={clsx('relative shrink-0', isDragging && 'z-10 opacity-80')}
    >
      <TileBody id={id} drag={drag} />
    </div>
  );
}

const TileBody = memo(function TileBody({ id, drag }: { id: string; drag?: object }) {
  const step = useWorkbench((state) => state.trail.steps.find((one) => one.id === id));
  return step ? <StepTile step={step} drag={drag} /> : null;
});

function StepTile({ step, drag }: { step: Step; drag?: object }) {
  const active = useWorkbench((state) => state.step === step.id);
  const away = useWorkbench((state) => own(state.away, step.id));
  const store = useWorkbenchStore();
  const tile = useRef<HTMLDivElement>(null);
  const kind = stepKinds[step.kind];
  useEffect(() => {
    if (active) tile.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [active]);
  return (
    <div
      ref={tile}
      className={clsx(
        'group relative h-full w-28 shrink-0 border-r border-line',
        active
          ? 'bg-panel before:absolute before:inset-x-0 before:top-0 before:h-[3px] before:bg-accent'
          : 'hover:bg-panel/40',
      )}
    >
      <button
        type="button"
        aria-current={active ? 'step' : undefined}
        onClick={() => store.setState({ step: step.id, lists: false })}
        className={clsx(
          'flex h-full w-full flex-col items-stretch justify-start px-3 pt-2 text-left',
          !step.on && 'opacity-55',
        )}
        {...drag}
      >
        <b className={clsx('block font-semibold', !step.on && 'line-through')}>{kind.title}</b>
        <span className="block truncate text-sm text-quiet">{away ? awayInShort(away).who : summaryOf(step)}</span>
        <Came step={step} />
      </button>
      <span className="absolute top-1 right-0.5 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100">
        <Menu
          align="end"
          trigger={
            <button
              type="button"
              aria-label={`${kind.title}: more`}
              className="flex size-6 items-center justify-center rounded-md hover:bg-ground"
            >
              <EllipsisVertical size={14} aria-hidden />
            </button>
          }
          entries={tileEntries(step, store)}
        />
      </span>
      <Runs step={step} />
    </div>
  );
}

/** What came of a step, or where it is done. */
function Came({ step }: { step: Step }) {
  const report = useWorkbench((state) => own(state.reports, step.id));
  const away = useWorkbench((state) => own(state.away, step.id));
  const stale = useWorkbench((state) => state.stale);
  const scope = useScope(step);
  const lacking = report?.lacking ?? false;
  return (
    <span
      className={clsx(
        'absolute right-2 bottom-1.5 left-3 block truncate text-sm font-semibold',
        report?.fault ? (lacking ? 'text-quiet' : 'text-danger') : report?.stopped ? 'text-quiet' : 'text-accent',
        stale && !away && 'opacity-40',
      )}
      title={away ? awayInWords(away) : stale ? 'Of before the change; being computed anew' : scope}
    >
      {away
        ? awayInShort(away).time
        : report?.fault
          ? lacking
            ? 'to be set'
            : 'needs a look'
          : scope
            ? `${report?.result}, ${scope}`
            : (report?.result ?? '')}
    </span>
  );
}

/** How far a step is that runs. */
function Runs({ step }: { step: Step }) {
  const progress = useWorkbench((state) => (state.progress?.step === step.id ? state.progress.share : undefined));
  const session = useSession();
  if (progress === undefined) return null;
  return (
    <>
      <span
        className="absolute inset-x-0 bottom-0 h-[3px] bg-line"
        role="progressbar"
        aria-label={`${stepKinds[step.kind].title} runs`}
        aria-valuenow={Math.round(progress * 100)}
      >
        <span className="block h-full bg-accent" style={{ width: `${Math.max(4, progress * 100)}%` }} />
      </span>
      <button
        type="button"
        onClick={() => session.current?.stop()}
        className="absolute right-2 bottom-1.5 rounded border border-line bg-panel px-1.5 text-xs font-semibold hover:bg-ground"
      >
        Stop
      </button>
    </>
  );
}

/** Of which nodes the figures of a step speak, where later steps left others: `of 3,481 nodes`. */
function useScope(step: Step): string | undefined {
  const report = useWorkbench((state) => own(state.reports, step.id));
  const net = useWorkbench((state) => state.net);
  if (!report || report.fault || !net || (step.kind !== 'measure' && step.kind !== 'groups')) return undefined;
  const made = [...net.nodeColumns, ...net.edgeColumns].find(({ computed }) => computed?.step === step.id);
  return made && scopeOf(net, made);
}

function tileEntries(step: Step, store: ReturnType<typeof useWorkbenchStore>) {
  if (step.kind === 'ties')
    return [{ label: 'A trail begins with its ties', disabled: true, onSelect: () => undefined }];
  return [
    {
      label: step.on ? 'Switch off' : 'Switch on',
      icon: step.on ? <EyeOff size={15} aria-hidden /> : <Eye size={15} aria-hidden />,
      onSelect: () => store.getState().setStep(step.id, { on: !step.on }),
    },
    {
      label: 'Duplicate',
      icon: <Copy size={15} aria-hidden />,
      onSelect: () =>
        store.getState().edit((trail) => {
          const at = trail.steps.findIndex(({ id }) => id === step.id);
          const { id: _id, kind, ...settings } = step;
          const copy = newStep(trail, kind, settings);
          return { steps: [...trail.steps.slice(0, at + 1), copy, ...trail.steps.slice(at + 1)] };
        }),
    },
    {
      label: 'Remove',
      danger: true,
      icon: <Trash2 size={15} aria-hidden />,
      onSelect: () => {
        store.getState().edit((trail) => ({ steps: trail.steps.filter(({ id }) => id !== step.id) }));
        if (store.getState().step === step.id) store.setState({ step: undefined });
      },
    },
  ];
}
