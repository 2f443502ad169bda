import { network } from '@/core/graph';
import { inks } from '@/core/style';
import { type Scene, sceneOf, wayOf } from '@/core/scene';
import type { Backend } from './backend';
import { direct } from './director';
import { type FrameClock, frameClock } from './testing';
import { LaidEdges } from './webgl-edges';
import { type Memory, across, packedNodes } from './webgl-memory';
import { passing, piecesOf, wholeEdges } from './webgl-pieces';

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

  /** @param speed Edges a millisecond that the machine draws beside the thread; at once where there is none. */
  function stage(edges: number, speed = Infinity) {
    const calls: string[] = [];
    let layer: typeof still | undefined;
    let beginning: typeof still | undefined;
    let drawnOnLayer = 0;
    let labelled = false;
    const strengths: number[] = [];
    // When the machine is done with each frame, and with all that it was given.
    const ends: number[] = [];
    let idleAt = 0;
    const work = (count: number): void => void (idleAt = Math.max(idleAt, clock.now) + count / speed);
    const backend: Backend = {
      resize: () => undefined,
      setScene: () => undefined,
      setPositions: () => undefined,
      setPictures: () => undefined,
      setInks: () => undefined,
      setFocus: () => undefined,
      clear: () => calls.push('clear'),
      drawEdges: (_camera, from, to, strength) => {
        work(to - from);
        strengths.push(strength);
        calls.push(`edges ${to - from}`);
      },
      drawChosenEdges: (_camera, chosen) => calls.push(`chosen ${chosen.length}`),
      beginLayer: (camera) => {
        beginning = camera;
        drawnOnLayer = 0;
      },
      drawOnLayer: (from, to) => {
        work(to - from);
        drawnOnLayer += to - from;
      },
      finishLayer: () => (layer = beginning),
      layerCamera: () => layer,
      showLayer: () => calls.push('layer'),
      showWhole: () => calls.push('whole'),
      drawNodes: (_camera, fine) => calls.push(fine ? 'fine nodes' : 'coarse nodes'),
      setLabels: (labels) => (labelled = labels !== undefined),
      showLabels: () => labelled && calls.push('labels'),
      flush: () => ends.push(idleAt),
      // It is heard of a frame late, as in a browser.
      ahead: () => ends.filter((end) => end > clock.now - 16).length,
      dispose: () => undefined,
    };
    const partial: boolean[] = [];
    const director = direct(backend, (is) => partial.push(is));
    director.setInks(inks.paper);
    director.setScene(scene(edges));
    director.setCamera(still);
    return { director, calls, partial, strengths, layerEdges: () => drawnOnLayer };
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
    const { director, calls, partial, strengths, layerEdges } = stage(50000);
    play(1);
    const [, first] = calls;
    const drawn = Number(first.split(' ')[1]);
    expect(drawn).toBeLessThan(50000);
    // Each of a sample is the stronger, within bounds.
    expect(strengths[0]).toBeCloseTo(Math.min(12, Math.sqrt(50000 / drawn)), 10);
    expect(strengths[0]).toBeGreaterThan(1);
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

  test.each([4, 2000])(
    'the first picture of a scene is of fewer edges, coarse where nodes are many (%i), and the next one is fuller, before it is refined',
    (nodes) => {
      const { director, calls, partial, layerEdges } = stage(50000);
      const wide = (): Scene => ({
        ...sceneOf({
          ...network({ nodes, edges: Array.from({ length: 50000 }, (_, e) => [e % 3, 3] as const) }),
          positions: new Float32Array(2 * nodes),
        }),
      });
      director.setScene(wide());
      const frame = (): string[] => {
        const before = calls.length;
        while (calls.length === before) play(1);
        return calls.slice(before);
      };
      const count = ([, edges]: string[]): number => Number(edges.split(' ')[1]);
      for (let i = 0; i < 2; i++) {
        const first = frame();
        expect(first.at(-1)).toBe(nodes > 100 ? 'coarse nodes' : 'fine nodes');
        expect(partial.at(-1)).toBe(true);
        const second = frame();
        expect(second.at(-1)).toBe('fine nodes');
        expect(count(second)).toBeGreaterThan(2 * count(first));
        play();
        expect(layerEdges()).toBe(50000);
        expect(calls.slice(-3)).toEqual(['clear', 'layer', 'fine nodes']);
        // What is looked at differently is no new scene.
        director.setFocus({ nodes: new Uint8Array(nodes), edges: new Uint32Array(0) });
        expect(frame().at(-1)).toBe('fine nodes');
        director.setFocus(undefined);
        play();
        director.setScene(wide());
      }
    },
  );

  test.each([200, 50, 8])('the machine is kept at work until the picture is fine: %s edges a millisecond', (speed) => {
    const { layerEdges, partial } = stage(300_000, speed);
    const alone = 300_000 / speed;
    while (partial.at(-1) !== false) {
      const before = layerEdges();
      play(1);
      // Nor, once its speed is known, does it get so much at a time that nothing else is drawn for long.
      if (clock.now > 1500) expect((layerEdges() - before) / speed).toBeLessThan(60);
    }
    expect(layerEdges()).toBe(300_000);
    expect(clock.now).toBeLessThan(1.25 * alone + 700);
  });

  test('a picture that gives way is refined no further until another is there, and goes on where none comes', () => {
    const { director, partial, layerEdges } = stage(50000);
    play(1);
    clock.now += 200;
    play(2);
    const [begun] = [layerEdges()];
    expect(begun).toBeGreaterThan(0);
    director.giveWay();
    play(20);
    expect(layerEdges()).toBe(begun);
    expect(partial.at(-1)).toBe(true);
    director.setScene(scene(50000));
    play();
    expect(layerEdges()).toBe(50000);
    expect(partial.at(-1)).toBe(false);
    director.setScene(scene(50000));
    director.giveWay();
    play(30);
    expect(partial.at(-1)).toBe(true);
    play();
    expect(layerEdges()).toBe(50000);
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
  const inOrder = Uint32Array.of(0, 1, 2);
  const winding = (arrow: number): Scene => ({
    ...scene(3),
    routes: { offsets: Uint32Array.of(0, 2, 2, 2), points: Float32Array.of(0, 60, 40, 100) },
    arrow: Float32Array.of(arrow, 0, 0),
  });

  test('are drawn in pieces from point to point, with the arrow on the last; the order of edges becomes one of pieces', () => {
    const { edges, edgeLooks, at, points } = passing(winding(1), inOrder);
    expect([...at]).toEqual([0, 3, 4, 5]);
    const ends = Array.from({ length: 5 }, (_, i) => [edges[4 * i], edges[4 * i + 1]]);
    expect(ends).toEqual([[0, 4], [4, 5], [5, 3], [1, 3], [2, 3]]); // prettier-ignore
    expect(Array.from({ length: 5 }, (_, i) => edgeLooks[4 * i + 3])).toEqual([0, 0, 1, 0, 0]);
    expect([...points]).toEqual([0, 60, 40, 100]);
  });

  test('are drawn in the order that is asked for, and found there by their own numbers', () => {
    const { edges, at } = passing(winding(1), Uint32Array.of(2, 0, 1));
    expect([...at]).toEqual([0, 1, 4, 5]);
    const ends = Array.from({ length: 5 }, (_, i) => [edges[4 * i], edges[4 * i + 1]]);
    expect(ends.flat()).toEqual([2, 3, 0, 4, 4, 5, 5, 3, 1, 3]);
    const places = Uint32Array.of(1, 2, 0);
    expect([...piecesOf(Uint32Array.of(2, 0), places, at)]).toEqual([0, 1, 2, 3]);
    expect([...piecesOf(Uint32Array.of(2, 0), places, undefined)]).toEqual([0, 1]);
  });

  test('dashes go on from piece to piece, and an arrowhead in the middle stands on the middle piece', () => {
    const { edgeLooks } = passing(winding(-1), inOrder);
    const looksAt = (at: number): number[] => Array.from({ length: 5 }, (_, i) => edgeLooks[4 * i + at]);
    expect(looksAt(1)).toEqual([0, -60, -60 - Math.hypot(40, 40), 0, 0].map(Math.fround));
    expect(looksAt(3)).toEqual([0, -1, 0, 0, 0]);
  });

  test('from end to end, a piece has the colours of how far its points lie along the straight way', () => {
    const colour = [10, 20, 30, 200];
    const coloured = {
      ...winding(0),
      edgeColour: Uint8Array.of(...colour, ...colour, ...colour),
      edgeColourTo: Uint8Array.of(110, 120, 130, 110, 120, 130, 10, 20, 30),
    };
    const { edges } = passing(coloured, inOrder);
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
    const near = { ...winding(1), routes: { offsets: Uint32Array.of(0, 1, 1, 1), points: Float32Array.of(98, 98) } };
    expect(wayOf(near, 0)).toBeUndefined();
    expect(wayOf({ ...near, arrow: new Float32Array(3) }, 0)).toBeDefined();
  });
});

describe('edges in the memory of the graphics', () => {
  /** What was put into room for edges, by row. */
  function laid(m: number, order: Uint32Array) {
    const put: { row: number; data: Uint32Array }[] = [];
    const lists: number[][] = [];
    const memory = {
      room: () => undefined,
      put: (name: string, row: number, data: Uint32Array) => name === 'edges' && put.push({ row, data }),
      upload: (_name: string, data: Uint32Array) => lists.push([...data]),
    };
    const edges = new LaidEdges(memory as unknown as Memory);
    const many = scene(m);
    edges.set(many, order);
    return { edges, many, put, lists, rows: () => put.map(({ row, data }) => [row, data.length / 4 / across]) };
  }
  const m = 3 * across + 10;
  const backwards = Uint32Array.from({ length: m }, (_, i) => m - 1 - i);

  test('come there when they are first drawn, in whole rows, each once', () => {
    const { edges, rows, put, many } = laid(m, backwards);
    expect(rows()).toEqual([]);
    expect(edges.upTo(0, 5)).toEqual([0, 5]);
    expect(rows()).toEqual([[0, 1]]);
    edges.upTo(5, across);
    edges.upTo(across, 2 * across + 1);
    edges.upTo(2 * across + 1, m);
    expect(rows().flat()).toEqual([0, 1, 1, 2, 3, 10 / across]);
    const sources = put.flatMap(({ data }) => [...data].filter((_, i) => i % 4 === 0));
    expect(sources).toEqual(Array.from(backwards, (e) => many.source[e]));
  });

  test('those that stand out are found where they lie, once all lie there', () => {
    const { edges, rows, lists } = laid(m, backwards);
    expect(edges.choose(new Uint32Array(0))).toBe(0);
    expect(rows()).toEqual([]);
    expect(edges.choose(Uint32Array.of(0, 7))).toBe(2);
    expect(lists).toEqual([[m - 1, m - 8]]);
    expect(rows()).toEqual([[0, m / across]]);
  });

  test('another scene begins anew', () => {
    const { edges, rows } = laid(m, backwards);
    edges.upTo(0, m);
    edges.set(scene(4), Uint32Array.of(0, 1, 2, 3));
    edges.upTo(0, 4);
    expect(rows().at(-1)).toEqual([0, 4 / across]);
  });

  test('a colour of its own at the far end is packed with the ends', () => {
    const two = { ...scene(2), edgeColourTo: Uint8Array.of(1, 2, 3, 4, 5, 6) };
    const { edges } = wholeEdges(two, Uint32Array.of(1, 0), 0, 2);
    expect([edges[0], edges[1], edges[3]]).toEqual([1, 3, 4 + 256 * 5 + 65536 * 6]);
    expect(edges[7]).toBe(1 + 256 * 2 + 65536 * 3);
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
