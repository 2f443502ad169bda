'use client';
/** A lane for each node, and what happened between them in the order of time. */
import { Maximize, Minus, Plus } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type LaneOrder, axisOf } from '@/core/lanes';
import { IconButton, Trouble, counted, grouped } from '@/ui/kit';
import { useTheme } from '@/ui/kit/theme';
import { useQuestion } from '@/ui/science/use-question';
import { added, changed } from '@/ui/sift/changes';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { useShown } from '@/ui/state/shown';
import { LaneNames } from './lane-names';
import { LaneStage, axisHeight } from './lane-stage';
import { LanesBar } from './lanes-bar';
import { answerFits, chosenEvents, eventWords, selectionOf, summary } from './told';
import { layoutOf, namesWidth } from './layout';

/** Heights of a lane: as high as there is room for. */
const rows = { least: 18, most: 34 };

export function LanesView() {
  const { net, looks, selection } = useShown();
  const settings = useWorkbench((state) => state.lanes);
  const sifting = useWorkbench((state) => state.sifting);
  const store = useWorkbenchStore();
  const theme = useTheme();
  const { ask, answer: told, fault } = useQuestion('lanes');
  const answer = told && 'events' in told ? told : undefined;
  const group = settings.group ?? net?.nodeColumns.find(({ name }) => name === 'group')?.name ?? '';
  const order = useMemo<LaneOrder>(
    () => ({ ...(group ? { group } : {}), then: settings.then }),
    [group, settings.then],
  );
  const { when, only, life, fold } = settings;
  useEffect(() => {
    if (!net) return;
    void ask('end', {
      sifting,
      order,
      ...(when ? { when } : {}),
      ...(only ? { only } : {}),
      ...(life ? { life } : {}),
    });
  }, [ask, life, net, only, order, sifting, when]);

  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [stage, setStage] = useState<LaneStage>();
  const [over, setOver] = useState(-1);
  const [tall, setTall] = useState(0);
  const fits = answer && net && looks && looks.radius.length === net.ids.length && answerFits(net, answer);
  const drawn = useMemo(() => {
    if (!answer) return undefined;
    const axis = axisOf(answer.events.from, answer.events.until, fold);
    return { axis, layout: layoutOf(answer.events, axis, answer.when.until !== undefined) };
  }, [answer, fold]);
  const chosen = useMemo(
    () => (net && answer ? chosenEvents(net, answer, selection) : undefined),
    [answer, net, selection],
  );

  // What the stage hears is done with what is shown then.
  const hears = useRef({
    choose: (_events: number[], _adding: boolean): void => undefined,
    window: (_from: number, _until: number): void => undefined,
  });
  useEffect(() => {
    hears.current = {
      choose(events, adding) {
        if (net && answer) store.getState().select(selectionOf(net, answer, selection, events, adding));
      },
      window(from, to) {
        if (answer?.when.of !== 'records') return;
        const { table, column, until } = answer.when;
        store.getState().sift((now) => {
          const held = now.sifts.find(
            (one) => one.kind === 'dates' && one.of === 'records' && one.table === table && one.column === column,
          );
          if (held) return changed(now, held.id, { from, to, on: true });
          return added(now, { kind: 'dates', of: 'records', table, column, until, from, to });
        });
      },
    };
  });
  const ready = Boolean(fits && answer.events.row.length);
  useEffect(() => {
    if (!ready || !canvas.current || !scroller.current) return;
    const made = new LaneStage(canvas.current, scroller.current, {
      hover: setOver,
      choose: (events, adding) => hears.current.choose(events, adding),
      window: (from, to) => hears.current.window(from, to),
    });
    setStage(made);
    const watch = new ResizeObserver(([{ contentRect }]) => setTall(contentRect.height));
    watch.observe(scroller.current);
    return () => {
      watch.disconnect();
      made.dispose();
      setStage(undefined);
    };
  }, [ready]);
  const many = answer?.nodes.length ?? 0;
  const row = Math.max(rows.least, Math.min(rows.most, Math.floor((tall - axisHeight - 8) / Math.max(1, many))));
  useEffect(() => {
    if (!stage || !fits || !drawn || !chosen) return;
    const { events, nodes } = answer;
    stage.show({ events, nodes, looks, chosen, ...drawn, ...(answer.life ? { life: answer.life } : {}) }, row, theme);
  }, [answer, chosen, drawn, fits, looks, row, stage, theme]);

  if (!net) return null;
  const picked = chosen?.reduce((sum, one) => sum + one, 0) ?? 0;
  return (
    <div className="flex min-h-0 grow flex-col bg-paper pt-12">
      <LanesBar net={net} answer={answer} group={group} />
      {fault && (
        <div className="p-4">
          <Trouble>{fault}</Trouble>
        </div>
      )}
      {told && !answer && !fault && (
        <p className="max-w-lg p-4 text-quiet">
          Nothing of this network says when. Lanes need a column of dates or years in the records behind the ties, or,
          where things are tied to people, in the things themselves.
        </p>
      )}
      {answer && !fault && answer.events.row.length === 0 && (
        <p className="max-w-lg p-4 text-quiet">
          No event is in view
          {answer.events.undated > 0 && `; ${counted(answer.events.undated, 'record')} without a date`}. Lift a sift, or
          give more nodes a lane.
        </p>
      )}
      {ready && answer && fits && (
        <>
          <div className="relative min-h-0 grow">
            <div ref={scroller} className="absolute inset-0 overflow-x-hidden overflow-y-auto">
              <div className="relative" style={{ height: Math.max(tall, many * row + axisHeight + 8) }}>
                <div className="pointer-events-none sticky top-0 z-[1]" style={{ height: tall }}>
                  {/* Names that are scrolled go below the axis. */}
                  <div
                    className="absolute top-0 left-0 border-b border-line bg-paper"
                    style={{ width: namesWidth, height: axisHeight }}
                  />
                  <canvas
                    ref={canvas}
                    role="application"
                    tabIndex={0}
                    aria-label={`${counted(answer.events.row.length, 'event')} between ${counted(many, 'lane')}. N goes from event to event, arrows move, plus and minus zoom; the Table view lists the records.`}
                    className="pointer-events-auto absolute top-0 h-full outline-offset-[-2px]"
                    style={{ left: namesWidth, width: `calc(100% - ${namesWidth}px)` }}
                  />
                </div>
                <LaneNames net={net} looks={looks} nodes={answer.nodes} row={row} scroller={scroller} />
              </div>
            </div>
            <div className="pointer-events-none absolute right-4 bottom-2 z-10">
              <div
                role="toolbar"
                aria-label="Time"
                className="pointer-events-auto flex flex-col overflow-hidden rounded-lg border border-line bg-panel"
              >
                <IconButton name="Closer in time" keys="+" side="left" onClick={() => stage?.zoomBy(1.5)}>
                  <Plus size={16} aria-hidden />
                </IconButton>
                <IconButton name="Farther in time" keys="−" side="left" onClick={() => stage?.zoomBy(1 / 1.5)}>
                  <Minus size={16} aria-hidden />
                </IconButton>
                <IconButton name="All times" keys="F" side="left" onClick={() => stage?.fit()}>
                  <Maximize size={16} aria-hidden />
                </IconButton>
              </div>
            </div>
          </div>
          <div className="flex min-h-8 items-center justify-between gap-4 border-t border-line px-3 py-1 text-sm text-quiet">
            <p role="status" className="truncate">
              {over >= 0 && over < answer.events.row.length
                ? eventWords(net, answer, over)
                : summary(answer, drawn?.axis.quiet.length ?? 0)}
            </p>
            {picked > 0 && (
              <p className="shrink-0">
                <b className="font-semibold text-danger">{grouped(picked)} selected</b> ·{' '}
                <button type="button" className="underline" onClick={() => store.getState().show('graph')}>
                  see them in Graph
                </button>
              </p>
            )}
          </div>
        </>
      )}
    </div>
  );
}
