'use client';
/** Nodes where they are on the earth, over land and the study's own outlines. */
import { Pentagon } from 'lucide-react';
import { type RefObject, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Network } from '@/core/graph';
import {
  type PlacesMap,
  type Where,
  bundlesOf,
  gathered,
  kilometresPerUnit,
  mapWidth,
  projectionOf,
  whereWords,
} from '@/core/places';
import { type Looks, mostCurves } from '@/core/style';
import { Button, Choose, Trouble, counted, grouped } from '@/ui/kit';
import { useTheme } from '@/ui/kit/theme';
import { Tick } from '@/ui/kit/tick';
import { useQuestion } from '@/ui/science/use-question';
import { added } from '@/ui/sift/changes';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { PlacesState } from '@/ui/state/places';
import { useShown } from '@/ui/state/shown';
import { useKept } from '@/ui/state/use-kept';
import { DrawnMap } from '../graph/drawn-map';
import type { Stage } from '../graph/stage';
import { drawGround, scaleBar } from './ground';
import { OutlinesMenu } from './outlines-menu';

const tools: React.ComponentProps<typeof DrawnMap>['tools'] = [['area', 'Sift by an area', undefined, Pentagon]];
/** A ring drawn by hand keeps so many points. */
const mostOfRing = 200;

export function PlacesView() {
  const { net, looks, inView } = useShown();
  const tables = useWorkbench((state) => state.tables);
  const settings = useWorkbench((state) => state.places);
  const store = useWorkbenchStore();
  const kept = useKept();
  const theme = useTheme();
  const { ask, answer: told, fault } = useQuestion('map');
  const answer = told && 'map' in told ? told : undefined;
  const [stage, setStage] = useState<Stage | undefined>();
  /** Hears the camera's scale with every frame. */
  const tell = useRef((_scale: number): void => undefined);
  const canvas = useRef<HTMLCanvasElement>(null);
  const set = (change: Partial<PlacesState>): void => store.setState({ places: { ...settings, ...change } });

  const outlines = useMemo(
    () => kept.outlines.filter(({ id }) => !settings.hidden.includes(id)).flatMap((one) => one.outlines),
    [kept.outlines, settings.hidden],
  );
  const room = useMemo(() => roomFor(looks), [looks]);
  const asked = settings.where;
  useEffect(() => {
    if (!net) return;
    const heads = tables.map(({ key, columns }) => ({ key, columns }));
    void ask('end', { ...(asked ? { where: asked } : {}), tables: heads, outlines, room });
  }, [ask, asked, net, outlines, room, tables]);

  const map = answer && net && answer.spots.spot.length === net.ids.length ? answer.map : undefined;
  const places = useMemo(
    () => (answer && map && settings.bundled ? gathered(map.spots, answer.spots.spot, reachOf(map)) : undefined),
    [answer, map, settings.bundled],
  );
  const bundles = useMemo(
    () => (places && net && answer ? bundlesOf(net, answer.spots, places, inView?.edges, inView?.weight) : undefined),
    [answer, inView, net, places],
  );
  useEffect(() => {
    if (!stage || !map || !net) return;
    stage.setPlaced({
      positions: map.positions,
      dress: (shown) => onMap(net, map, shown, settings.bundled),
      ...(map.without.length
        ? {
            guides: [
              {
                text: 'without a place',
                x: map.positions[2 * map.without[0]] - room,
                y: map.positions[2 * map.without[0] + 1],
                anchor: 'end' as const,
              },
            ],
          }
        : {}),
    });
  }, [map, net, room, settings.bundled, stage]);

  // The ground follows the camera in the same frame.
  useEffect(() => {
    const { current } = canvas;
    if (!stage || !current || !map) return;
    const draw = (): void => {
      const ratio = Math.min(2, window.devicePixelRatio || 1);
      const [width, height] = [Math.round(stage.size.width * ratio), Math.round(stage.size.height * ratio)];
      if (current.width !== width || current.height !== height) Object.assign(current, { width, height });
      drawGround(
        current,
        { map, ...(bundles && places ? { bundles, places: places.places } : {}) },
        stage.camera,
        ratio,
        theme,
      );
      tell.current(stage.camera.scale);
    };
    stage.onView = draw;
    draw();
    void document.fonts?.ready.then(draw);
    return () => {
      stage.onView = () => undefined;
    };
  }, [bundles, map, places, stage, theme]);

  const where = answer?.where;
  useEffect(() => {
    if (!stage || !map || !where) return;
    stage.onArea = (line) => {
      const ring = ringOf(line, map.spec);
      if (ring.length >= 3)
        store.getState().sift((sifting) => added(sifting, { kind: 'area', of: 'nodes', where, ring }));
    };
  }, [map, stage, store, where]);

  const onStage = useCallback((made: Stage | undefined) => setStage(made), []);
  const without = map?.without.length ?? 0;
  return (
    <DrawnMap
      fixed
      name="Map of the places"
      onStage={onStage}
      tools={tools}
      under={<canvas ref={canvas} className="absolute inset-0 size-full" aria-hidden />}
      corner={
        answer && map && where ? (
          <div className="pointer-events-auto flex max-w-full items-end gap-4">
            <section
              aria-label="Places"
              className="flex w-72 max-w-full flex-col gap-1.5 rounded-lg border border-line bg-panel px-2.5 py-2"
            >
              <Choose
                compact
                label="Nodes at"
                value={JSON.stringify(where)}
                choices={ways(where, answer.offers).map((way) => ({
                  value: JSON.stringify(way),
                  label: `at ${whereWords(way)}`,
                }))}
                onChange={(next) => set({ where: JSON.parse(next) as Where })}
              />
              <p className="text-sm text-quiet" role="status">
                {without > 0 &&
                  `${counted(without, 'node')} ${without === 1 ? 'has' : 'have'} no place, and ${without === 1 ? 'stands' : 'stand'} below. `}
                Nodes in one spot are spread around it.
                {bundles && map && bundleWords(bundles, kilometresPerUnit(map.spec) * reachOf(map))}
              </p>
              <div className="flex items-center justify-between gap-2">
                <Tick checked={settings.bundled} onChange={(bundled) => set({ bundled })}>
                  Ties by place
                </Tick>
                <OutlinesMenu kept={kept} hidden={settings.hidden} onHide={(hidden) => set({ hidden })} />
              </div>
              <Button onClick={() => stage?.onArea(sightOf(stage))}>Sift by what is in sight</Button>
            </section>
            <ScaleBar map={map} scale={stage?.camera.scale ?? 1} tell={tell} />
          </div>
        ) : (
          <span />
        )
      }
    >
      {fault && (
        <div className="absolute inset-x-0 top-1/3 mx-auto w-fit max-w-96">
          <Trouble>{fault}</Trouble>
          {asked && (
            <button type="button" className="mt-2 underline" onClick={() => set({ where: undefined })}>
              Choose for me
            </button>
          )}
        </div>
      )}
      {told && !answer && !fault && (
        <p className="pointer-events-none absolute inset-x-0 top-1/3 mx-auto w-fit max-w-96 text-center text-quiet">
          No node has a place here. Places come from a column of places, from two columns of degrees north and east, or
          from a table that a column of the nodes names.
        </p>
      )}
    </DrawnMap>
  );
}

/** The edge of what is in sight, x and y in map units; by points enough to be bent as the projection bends it. */
function sightOf({ camera, size }: Pick<Stage, 'camera' | 'size'>): number[] {
  const each = 8;
  const along = (from: number[], to: number[]): number[] =>
    Array.from({ length: each }, (_, i) => [0, 1].map((d) => from[d] + ((to[d] - from[d]) * i) / each)).flat();
  const { width, height } = size;
  const corners = [0, width, width, 0].map((x, i) => [x, i < 2 ? 0 : height]);
  return corners
    .flatMap((corner, i) => along(corner, corners[(i + 1) % 4]))
    .map((value, i) => (value - (i % 2 ? camera.y : camera.x)) / camera.scale);
}

/** How long so many kilometres are; it follows the camera by itself. */
function ScaleBar({
  map: { spec },
  scale: first,
  tell,
}: {
  map: PlacesMap;
  scale: number;
  tell: RefObject<(scale: number) => void>;
}) {
  const [scale, setScale] = useState(first);
  useEffect(() => {
    tell.current = setScale;
    return () => {
      tell.current = () => undefined;
    };
  }, [tell]);
  const { kilometres, pixels } = scaleBar(kilometresPerUnit(spec) / scale, 110);
  return (
    <p className="shrink-0 pb-1 text-center text-xs">
      {kilometres < 1 ? `${Math.round(1000 * kilometres)} m` : `${grouped(kilometres)} km`}
      {spec.kind === 'world' && ' in the middle'}
      <span className="mx-auto mt-0.5 block h-1.5 border-x border-b border-ink" style={{ width: pixels }} />
    </p>
  );
}

/** How far apart nodes of one spot stand, in map units: so that most of them do not touch. */
function roomFor(looks: Looks | undefined): number {
  if (!looks?.radius.length) return 12;
  let sum = 0;
  for (const radius of looks.radius) sum += radius;
  return Math.round(Math.max(6, (2.3 * sum) / looks.radius.length + 1));
}

/** How much of their opacity ties keep that lead to nodes without a place: they say nothing of the earth. */
const faint = 0.15;

/** Ties as curves where the style has them straight; none where those between two places are drawn as one. */
function onMap({ source, target }: Network, { without }: PlacesMap, looks: Looks, bundled: boolean): Looks {
  if (bundled) {
    const none = looks.edgeColour.slice();
    for (let e = 3; e < none.length; e += 4) none[e] = 0;
    return {
      ...looks,
      edgeColour: none,
      hulls: false,
      groupNames: undefined,
      ...(looks.edgeLabel ? { edgeLabel: looks.edgeLabel.map(() => '') } : {}),
    };
  }
  const placeless = new Set(without);
  const edgeColour = placeless.size ? looks.edgeColour.slice() : looks.edgeColour;
  for (let e = 0; placeless.size && e < source.length; e++) {
    if (placeless.has(source[e]) || placeless.has(target[e])) edgeColour[4 * e + 3] *= faint;
  }
  const straight = looks.bow.length <= mostCurves && looks.bow.every((bow) => bow === 0);
  return {
    ...looks,
    edgeColour,
    hulls: false,
    groupNames: undefined,
    ...(straight ? { bow: looks.bow.map(() => 0.16) } : {}),
  };
}

const ways = (where: Where, offers: readonly Where[]): Where[] => {
  const said = JSON.stringify(where);
  return offers.some((one) => JSON.stringify(one) === said) ? [...offers] : [where, ...offers];
};

/** Spots no farther from each other, in map units, are one place: a twentieth of what has places. */
const reachOf = ({ spec, positions }: PlacesMap): number =>
  mapWidth(positions.length / 2) / (spec.kind === 'world' ? 30 : 20);

function bundleWords({ within, without }: ReturnType<typeof bundlesOf>, kilometres: number): string {
  const near =
    kilometres < 1 ? `${Math.round(1000 * kilometres)} m` : `${grouped(Number(kilometres.toPrecision(2)))} km`;
  return ` What lies within ${near} is one place: ${counted(within, 'tie')} within one${without ? `, ${counted(without, 'tie')} to nodes without` : ''}, not drawn.`;
}

/** A line in map units as a ring of degrees east and north, with few enough points; without those that are not on the earth. */
function ringOf(line: readonly number[], spec: Parameters<typeof projectionOf>[0]): [number, number][] {
  const project = projectionOf(spec);
  const step = Math.max(1, Math.ceil(line.length / 2 / mostOfRing));
  const ring: [number, number][] = [];
  for (let i = 0; i < line.length / 2; i += step) {
    const at = project.invert?.([line[2 * i], line[2 * i + 1]]);
    if (at && Math.abs(at[0]) <= 180 && Math.abs(at[1]) <= 90) ring.push([round(at[0]), round(at[1])]);
  }
  return ring;
}

const round = (degrees: number): number => Math.round(degrees * 1e5) / 1e5;
