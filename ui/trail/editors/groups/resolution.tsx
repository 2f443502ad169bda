'use client';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { ResolutionPoint } from '@/core/groups';
import { aimSeconds, exploreSeconds } from '@/core/groups/estimate';
import { Slider } from 'radix-ui';
import { Button, NumberField, Trouble, counted, shortNumber } from '@/ui/kit';
import { Costly } from '@/ui/science/costly';
import { useQuestion } from '@/ui/science/use-question';
import { useWorkbench } from '@/ui/state/context';
import { useShown } from '@/ui/state/shown';
import type { Place } from '@/worker/client';
import type { EditorProps } from '../../editor';
import { useStepBefore } from './use-step-before';
import { own } from '@/core/own';

/** More edges than this are explored on demand only. */
const unasked = 60000;

/** The range of resolutions: how many groups each gives and where they are steady; and “aim for about N”. */
export function Resolution({ step, set }: Pick<EditorProps<'groups'>, 'step' | 'set'>) {
  const potts = step.method === 'potts';
  const [least, most] = potts ? [0.005, 0.9] : [0.2, 4];
  const [low, high] = [Math.min(least, step.resolution), Math.max(most, step.resolution)];
  const { net } = useShown();
  const edges = net?.source.length ?? 0;
  const [place, setPlace] = useState<Place>();
  const groups = useWorkbench((state) => own(state.reports, step.id)?.groups ?? 0);
  const { at, key } = useStepBefore(step.id);
  const [found, setFound] = useState<{ of: string; points: ResolutionPoint[] }>();
  const of = `${key} ${step.method} ${step.weights} ${step.directed ?? false} ${step.seed}`;
  const { ask, stop, share, fault, away } = useQuestion('explore', (point) =>
    setFound((now) => ({ of, points: [...(now?.of === of ? now.points : []), point] })),
  );
  const aim = useQuestion('aim');
  const [wanted, setWanted] = useState(0);
  const { method, weights, directed, seed } = step;
  const asked = useMemo(
    () => ({
      method: method === 'column' ? ('leiden' as const) : method,
      weights,
      directed: directed ?? false,
      seed,
      resolution: 1,
    }),
    [method, weights, directed, seed],
  );
  const explore = useCallback(
    async (where: Place | undefined): Promise<void> => {
      const points = at && (await ask(at, { ...asked, low: least, high: most }, where));
      // One that was answered elsewhere comes as a whole.
      if (points) setFound({ of, points });
    },
    [at, ask, asked, least, most, of],
  );
  const lookFor = async (groupsWanted: number, where: Place | undefined): Promise<void> => {
    if (!at) return;
    setWanted(groupsWanted);
    const point = await aim.ask(at, { ...asked, wanted: groupsWanted }, where);
    if (point) set({ resolution: Number(point.resolution.toPrecision(4)) });
  };
  useEffect(() => {
    if (!at || edges === 0 || edges > unasked || found?.of === of) return undefined;
    const timer = setTimeout(() => void explore(place), 400);
    return () => clearTimeout(timer);
  }, [at, edges, of, found?.of, explore, place]);
  const points = found?.of === of ? found.points : [];
  const here = nearestPoint(points, step.resolution);
  return (
    <>
      <p className="mt-3.5 text-sm">
        <b className="font-semibold">Resolution {shortNumber(step.resolution)}</b>
        <span className="text-quiet">
          {groups > 0 && ` · ${counted(groups, 'group')}`}
          {here && `, the runs near it agree by ${Math.round(100 * here.stability)} %`}
        </span>
      </p>
      <Curve
        points={points}
        low={low}
        high={high}
        at={step.resolution}
        groups={groups}
        onChoose={(resolution) => set({ resolution }, 'resolution')}
      />
      <p className="mt-0.5 text-sm text-quiet">
        {potts
          ? 'Groups are at least so dense inside.'
          : 'Above 1: more and smaller groups. Below 1: fewer and larger ones.'}
      </p>
      {edges > unasked && share === undefined && points.length === 0 && at && (
        <Button className="mt-2" onClick={() => void explore(place)}>
          Explore the range
        </Button>
      )}
      {net && (away !== undefined || (edges > unasked && points.length === 0)) && (
        <Costly
          name="Exploring"
          where="Where the range is explored"
          seconds={exploreSeconds(net, asked.method)}
          {...{ share, away, place }}
          onPlace={(next) => {
            setPlace(next);
            // A small one begins by itself.
            if (share !== undefined && edges > unasked) void explore(next);
          }}
          onStop={stop}
        />
      )}
      {fault && <Trouble>{fault}</Trouble>}
      <div className="mt-2 flex items-center justify-between">
        <span className="shrink-0 text-sm text-quiet">Aim for about</span>
        <span className="flex w-28 items-center gap-1.5">
          <NumberField
            compact
            label="Aim for about so many groups"
            whole
            min={1}
            max={10000}
            value={groups || 6}
            className="w-14 text-right"
            onCommit={(next) => void lookFor(next, place)}
          />
          groups
        </span>
      </div>
      {net && aim.share !== undefined && (
        <Costly
          name="Looking for that many groups"
          where="Where they are looked for"
          seconds={aimSeconds(net, asked.method)}
          share={aim.share}
          away={aim.away}
          onPlace={(next) => {
            setPlace(next);
            void lookFor(wanted, next);
          }}
          onStop={aim.stop}
        />
      )}
      {aim.answer && aim.share === undefined && (
        <p className="text-sm text-quiet">
          {aim.answer.groups !== wanted && `No resolution gives ${counted(wanted, 'group')}${partWords(aim.answer)}. `}
          Resolution {shortNumber(aim.answer.resolution)} gives {counted(aim.answer.groups, 'group')}
          {partWords(aim.answer)}; {aim.answer.runs} runs agree by {Math.round(100 * aim.answer.stability)} %.
        </p>
      )}
    </>
  );
}

/** Runs that agree by this much are steady. */
const steady = 0.9;
const width = 284;
const height = 72;
/** Half the handle, so that it stands over its place on the axis. */
const margin = 7;
const steps = 200;

/** Which groups are counted: single nodes and, where the network has several parts, small parts would make any number. */
const partWords = ({ part }: ResolutionPoint): string =>
  ` of two nodes or more${part === undefined ? '' : ` in the largest connected part (${counted(part, 'node')})`}`;

/** The numbers of groups over the range, and on the same axis the handle that sets the resolution, with the number of groups it gives. */
function Curve({
  points,
  low,
  high,
  at,
  groups,
  onChoose,
}: {
  points: readonly ResolutionPoint[];
  low: number;
  high: number;
  at: number;
  groups: number;
  onChoose: (resolution: number) => void;
}) {
  const most = Math.max(1, ...points.map(({ groups }) => groups));
  const share = (resolution: number): number => Math.log(resolution / low) / Math.log(high / low);
  const x = (resolution: number): number => margin + (width - 2 * margin) * share(resolution);
  const y = (groups: number): number => 12 + (1 - groups / most) * 50;
  const sorted = [...points].sort((a, b) => a.resolution - b.resolution);
  const [from, to] = longestSteady(sorted);
  return (
    <div className="mt-1">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width="100%"
        role="group"
        aria-label="Groups by resolution"
        className="block"
      >
        {from && to && (
          <>
            <rect
              x={x(from.resolution) - 6}
              width={x(to.resolution) - x(from.resolution) + 12}
              y={6}
              height={60}
              fill="var(--tint)"
              rx={2}
            />
            <text
              x={(x(from.resolution) + x(to.resolution)) / 2}
              y={15}
              textAnchor="middle"
              fontSize={10}
              fill="var(--ink)"
            >
              steady
            </text>
          </>
        )}
        <polyline
          points={sorted.map((p) => `${x(p.resolution)},${y(p.groups)}`).join(' ')}
          fill="none"
          stroke="var(--accent)"
          strokeWidth={1.6}
        />
        {sorted.map((p) => (
          <circle
            key={p.resolution}
            cx={x(p.resolution)}
            cy={y(p.groups)}
            r={p.stability >= steady ? 4 : 3}
            fill={p.stability >= steady ? 'var(--accent)' : 'var(--panel)'}
            stroke="var(--accent)"
            role="button"
            tabIndex={0}
            aria-label={`Resolution ${shortNumber(p.resolution)}: ${counted(p.groups, 'group')}, agreement ${Math.round(100 * p.stability)} %`}
            className="cursor-pointer"
            onClick={() => onChoose(Number(p.resolution.toPrecision(3)))}
            onKeyDown={(event) =>
              (event.key === 'Enter' || event.key === ' ') && onChoose(Number(p.resolution.toPrecision(3)))
            }
          >
            <title>{`Resolution ${shortNumber(p.resolution)}: ${counted(p.groups, 'group')}; ${p.runs} runs agree by ${Math.round(100 * p.stability)} %`}</title>
          </circle>
        ))}
        <line x1={x(at)} x2={x(at)} y1={20} y2={height} stroke="var(--ink)" strokeDasharray="2 2" />
        {groups > 0 && (
          <text
            x={share(at) > 0.75 ? x(at) - 4 : x(at) + 4}
            y={30}
            fontSize={11}
            fontWeight={600}
            textAnchor={share(at) > 0.75 ? 'end' : 'start'}
            fill="var(--ink)"
            stroke="var(--panel)"
            strokeWidth={3}
            paintOrder="stroke"
          >
            {counted(groups, 'group')}
          </text>
        )}
      </svg>
      <Slider.Root
        className="relative flex h-4 touch-none items-center select-none"
        value={[Math.round(steps * share(at))]}
        min={0}
        max={steps}
        step={1}
        onValueChange={([next]) => onChoose(Number((low * (high / low) ** (next / steps)).toPrecision(3)))}
      >
        <Slider.Track className="relative h-[3px] grow rounded-full bg-line" />
        <Slider.Thumb
          aria-label="Resolution"
          aria-valuetext={`${shortNumber(at)}${groups ? `: ${counted(groups, 'group')}` : ''}`}
          className="block size-3.5 rounded-full border-2 border-accent bg-panel"
        />
      </Slider.Root>
      <div className="flex justify-between text-xs text-quiet">
        <span>{shortNumber(low)}</span>
        <span>{shortNumber(high)}</span>
      </div>
    </div>
  );
}

/** The longest run of points with one number of groups and steady agreement; two points at least. */
function longestSteady(points: readonly ResolutionPoint[]): [ResolutionPoint?, ResolutionPoint?] {
  let best: [ResolutionPoint?, ResolutionPoint?] = [];
  let length = 1;
  for (let i = 0; i < points.length; i++) {
    let j = i;
    while (
      j < points.length &&
      points[j].groups === points[i].groups &&
      points[j].groups > 1 &&
      points[j].stability >= steady
    )
      j++;
    if (j - i > length) {
      length = j - i;
      best = [points[i], points[j - 1]];
    }
  }
  return best;
}

function nearestPoint(points: readonly ResolutionPoint[], resolution: number): ResolutionPoint | undefined {
  const off = (point: ResolutionPoint): number => Math.abs(Math.log(point.resolution / resolution));
  const [first] = [...points].sort((a, b) => off(a) - off(b));
  return first && off(first) < 0.12 ? first : undefined;
}
