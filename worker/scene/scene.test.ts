import { network } from '@/core/graph';
import { inks } from '@/core/style';
import { type Scene, sceneOf, wayOf } from '@/core/scene';
import type { Backend } from './backend';
import { direct } from './director';
import { type FrameClock, frameClock } from './testing';
import { packedNodes } from './webgl-memory';
import { packedEdges, piecesOf } from './webgl-pieces';

const scene = (edges: number, curve = 0): Scene => ({
  ...sceneOf({
    ...network({ nodes: 4, edges: Array.from({ length: edges }, (_, e) => [e % 3, 3] as const) }),
    positions: Float32Array.of(0, 0, 100, 0, 0, 100, 100, 100),
  }),
  // The tests' nodes have many edges between them; these bow alike.
  bow: new Float64Array(edges).fill(curve),
});
const still = { scale: 1, x: 0, y: 0 };

describe('the director', () => {
  let clock: FrameClock;
  beforeEach(() => (clock = frameClock()));
  afterEach(() => jest.restoreAllMocks());
  const play = (most?: number): number => clock.play(most);

  function stage(edges: number) {
    const calls: string[] = [];
    let layer: typeof still | undefined;
    let beginning: typeof still | undefined;
    let drawnOnLayer = 0;
    let labelled = false;
    const backend: Backend = {
      resize: () => undefined,
      setScene: () => undefined,
      setPositions: () => undefined,
      setPictures: () => undefined,
      setInks: () => undefined,
      setFocus: () => undefined,
      clear: () => calls.push('clear'),
      drawEdges: (_camera, from, to) => calls.push(`edges ${to - from}`),
      drawChosenEdges: (_camera, chosen) => calls.push(`chosen ${chosen.length}`),
      beginLayer: (camera) => {
        beginning = camera;
        drawnOnLayer = 0;
      },
      drawOnLayer: (from, to) => (drawnOnLayer += to - from),
      finishLayer: () => (layer = beginning),
      layerCamera: () => layer,
      showLayer: () => calls.push('layer'),
      showWhole: () => calls.push('whole'),
      drawNodes: (_camera, fine) => calls.push(fine ? 'fine nodes' : 'coarse nodes'),
      setLabels: (labels) => (labelled = labels !== undefined),
      showLabels: () => labelled && calls.push('labels'),
      flush: () => undefined,
      busy: () => false,
      dispose: () => undefined,
    };
    const partial: boolean[] = [];
    const director = direct(backend, (is) => partial.push(is));
    director.setInks(inks.paper);
    director.setScene(scene(edges));
    director.setCamera(still);
    return { director, calls, partial, layerEdges: () => drawnOnLayer };
  }

  test('few edges are all drawn each time, and nothing when nothing changes', () => {
    const { director, calls } = stage(100);
    play();
    expect(calls.slice(-3)).toEqual(['clear', 'edges 100', 'fine nodes']);
    expect(play()).toBe(0);
    const before = calls.length;
    director.setCamera({ scale: 2, x: 0, y: 0 });
    play();
    expect(calls.slice(before)).toEqual(['clear', 'edges 100', 'fine nodes']);
  });

  test('many edges: a sample at once, all of them at rest, the finished layer while the camera moves', () => {
    const { director, calls, partial, layerEdges } = stage(50000);
    play(1);
    const [, first] = calls;
    expect(Number(first.split(' ')[1])).toBeLessThan(50000);
    play();
    expect(layerEdges()).toBe(50000);
    expect(calls.slice(-3)).toEqual(['clear', 'layer', 'fine nodes']);
    expect(partial.at(-1)).toBe(false);
    clock.now += 1000;
    const before = calls.length;
    director.setCamera({ scale: 1, x: 30, y: 0 });
    play(1);
    expect(calls.slice(before)).toEqual(['clear', 'whole']);
    expect(partial.at(-1)).toBe(true);
    // At rest the nodes are drawn finely again, also where the camera has come back.
    director.setCamera(still);
    play(1);
    play();
    expect(calls.at(-1)).toBe('fine nodes');
    expect(partial.at(-1)).toBe(false);
  });

  test('labels are carried along in every frame from when they are given until they are taken away', async () => {
    for (const edges of [100, 50000]) {
      const { director, calls } = stage(edges);
      play();
      clock.now += 1000;
      let carried = false;
      const begun = director.carryLabels({} as ImageBitmap, still).then(() => (carried = true));
      await Promise.resolve();
      expect(carried).toBe(false);
      director.setCamera({ scale: 1, x: 5, y: 0 });
      const before = calls.length;
      play(1);
      expect(calls.slice(before).at(-1)).toBe('labels');
      await begun;
      void director.carryLabels(undefined, still);
      play();
      const end = calls.length;
      clock.now += 1000;
      director.setCamera(still);
      play();
      expect(calls.slice(end)).not.toContain('labels');
    }
  });

  test('while a layout runs a fair sample is drawn, the smaller the slower the machine', () => {
    const { director, calls } = stage(50000);
    play();
    clock.now += 1000;
    const samples: number[] = [];
    for (let i = 0; i < 6; i++) {
      director.setPositions(new Float32Array(8));
      play(1);
      // Each frame takes nearly half a second.
      clock.now += 450;
      samples.push(
        Number(
          calls
            .filter((call) => call.startsWith('edges'))
            .at(-1)
            ?.split(' ')[1],
        ),
      );
      expect(calls.at(-1)).toBe('coarse nodes');
      director.setPositions(new Float32Array(8));
    }
    expect(samples.at(-1)).toBeLessThan(samples[1] / 2);
    play();
    expect(calls.at(-1)).toBe('fine nodes');
  });

  test('what stands out is drawn over the rest', () => {
    const { director, calls } = stage(100);
    play();
    director.setFocus({ nodes: new Uint8Array(4), edges: Uint32Array.of(1, 2) });
    play();
    expect(calls.slice(-4)).toEqual(['clear', 'edges 100', 'chosen 2', 'fine nodes']);
  });
});

describe('edges that pass points', () => {
  const passing = (arrow: number): Scene => ({
    ...scene(3),
    routes: { offsets: Uint32Array.of(0, 2, 2, 2), points: Float32Array.of(0, 60, 40, 100) },
    arrow: Float32Array.of(arrow, 0, 0),
  });

  test('are drawn in pieces from point to point, with the arrow on the last; the order of edges becomes one of pieces', () => {
    const { edges, edgeLooks, starts, points } = packedEdges(passing(1));
    expect([...(starts ?? [])]).toEqual([0, 3, 4, 5]);
    const ends = Array.from({ length: 5 }, (_, i) => [edges[4 * i], edges[4 * i + 1]]);
    expect(ends).toEqual([[0, 4], [4, 5], [5, 3], [1, 3], [2, 3]]); // prettier-ignore
    expect(Array.from({ length: 5 }, (_, i) => edgeLooks[4 * i + 3])).toEqual([0, 0, 1, 0, 0]);
    expect([...(points ?? [])]).toEqual([0, 60, 40, 100]);
    const { pieces, at } = piecesOf(Uint32Array.of(2, 0, 1), starts ?? new Uint32Array(0));
    expect([[...pieces], [...at]]).toEqual([
      [4, 0, 1, 2, 3],
      [0, 1, 4, 5],
    ]);
  });

  test('dashes go on from piece to piece, and an arrowhead in the middle stands on the middle piece', () => {
    const { edgeLooks } = packedEdges(passing(-1));
    const looksAt = (at: number): number[] => Array.from({ length: 5 }, (_, i) => edgeLooks[4 * i + at]);
    expect(looksAt(1)).toEqual([0, -60, -60 - Math.hypot(40, 40), 0, 0].map(Math.fround));
    expect(looksAt(3)).toEqual([0, -1, 0, 0, 0]);
  });

  test('from end to end, a piece has the colours of how far its points lie along the straight way', () => {
    const colour = [10, 20, 30, 200];
    const { edges } = packedEdges({
      ...passing(0),
      edgeColour: Uint8Array.of(...colour, ...colour, ...colour),
      edgeColourTo: Uint8Array.of(110, 120, 130, 110, 120, 130, 10, 20, 30),
    });
    const word = (r: number, g: number, b: number): number => r + 256 * g + 65536 * b + 200 * 2 ** 24;
    // The points are (60, 0) and (40, 100) on the way from (0, 0) to (100, 100): 0.3 and 0.7 of it.
    expect([0, 1, 2].map((i) => [edges[4 * i + 2], edges[4 * i + 3]])).toEqual([
      [word(10, 20, 30), word(40, 50, 60)],
      [word(40, 50, 60), word(80, 90, 100)],
      [word(80, 90, 100), word(110, 120, 130)],
    ]);
    expect(edges[4 * 3 + 3] & 0xffffff).toBe(110 + 256 * 120 + 65536 * 130);
  });

  test('a point that the arrowhead would cover is left out', () => {
    const near = { ...passing(1), routes: { offsets: Uint32Array.of(0, 1, 1, 1), points: Float32Array.of(98, 98) } };
    expect(wayOf(near, 0)).toBeUndefined();
    expect(wayOf({ ...near, arrow: new Float32Array(3) }, 0)).toBeDefined();
  });
});

test('nodes are packed with their opacity, and their rim in one number; one of the ground’s colour is below 0', () => {
  const base = scene(1);
  const { nodes, nodeColours } = packedNodes({
    ...base,
    opacity: Uint8Array.of(255, 128, 255, 255),
    rimWidth: Float32Array.of(-1, 3, -1, -1),
    rimColour: Uint8Array.of(0, 0, 0, 1, 2, 255, 0, 0, 0, 0, 0, 0),
  });
  expect([...nodes.slice(4, 8)]).toEqual([base.radius[1], 0, 3, 1 + 256 * 2 + 65536 * 255]);
  expect([nodes[2], nodeColours[3], nodeColours[7]]).toEqual([-1, 255, 128]);
});
