/** @jest-environment jsdom */
/** The stage over a backend that only writes down what it is asked for. */
import { edgeIdOf } from '@/core/graph';
import { dress, plainStyle } from '@/core/style';
import { createWorkbench } from '@/ui/state/store';
import { keepers, trail } from '@/ui/testing';
import { direct } from '@/worker/scene/director';
import type { Backend } from '@/worker/scene/backend';
import type { Drawing, Opened } from './scene/drawing';
import { Stage } from './stage';

const net = { ...keepers, positions: Float32Array.of(0, 0, 200, 0, 0, 200, 200, 200) };

let frames: (() => void)[];
let texts: string[];
beforeEach(() => {
  frames = [];
  texts = [];
  jest.useFakeTimers();
  Object.assign(window, {
    requestAnimationFrame: (frame: () => void) => frames.push(frame),
    cancelAnimationFrame: () => undefined,
  });
  Object.assign(globalThis, { requestAnimationFrame: window.requestAnimationFrame });
  const context = new Proxy(
    {},
    {
      get: (_target, key) =>
        key === 'measureText'
          ? (words: string) => ({ width: 8 * words.length })
          : (...given: unknown[]) => key === 'fillText' && texts.push(given[0] as string),
      set: () => true,
    },
  );
  jest
    .spyOn(HTMLCanvasElement.prototype, 'getContext')
    .mockImplementation(((kind: string) => (kind === '2d' ? context : null)) as never);
});
afterEach(() => {
  jest.useRealTimers();
  jest.restoreAllMocks();
  document.body.replaceChildren();
});
const play = (): void => {
  for (let turn = 0; frames.length && turn < 50; turn++) frames.shift()?.();
};

function opened(state: object = {}, fixed = false, kind: Drawing['kind'] = Promise.resolve('webgl2')) {
  const heard: { focus: (Uint8Array | undefined)[]; scenes: number; colours: number[][]; gaveWay: number } = {
    gaveWay: 0,
    focus: [],
    scenes: 0,
    colours: [],
  };
  const nothing = (): undefined => undefined;
  const backend: Backend = {
    resize: nothing,
    setScene: (scene) => {
      heard.scenes++;
      heard.colours.push([...scene.edgeColour.slice(4, 7)]);
    },
    setPositions: nothing,
    setPictures: nothing,
    setInks: nothing,
    setFocus: (focus) => void heard.focus.push(focus),
    clear: nothing,
    drawEdges: nothing,
    drawChosenEdges: nothing,
    beginLayer: nothing,
    drawOnLayer: nothing,
    finishLayer: nothing,
    layerCamera: nothing,
    showLayer: nothing,
    showWhole: nothing,
    drawNodes: nothing,
    flush: nothing,
    ahead: () => 0,
    dispose: nothing,
  };
  const store = createWorkbench({
    study: { id: 's', name: 'S' },
    network: { id: 'n', name: 'N', version: 1, layout: null },
    networks: [],
    shortlists: [],
    tables: [],
    names: [],
    trail: trail({ kind: 'arrange', method: 'force' }),
  });
  const style = {
    ...plainStyle,
    nodeColour: { by: 'category', column: 'island', palette: 'moraine', colours: {} },
  } as const;
  store.setState({ net, positions: net.positions, looks: dress(net, style), running: false, ...state });
  const box = document.createElement('div');
  Object.defineProperties(box, { clientWidth: { value: 800 }, clientHeight: { value: 600 } });
  document.body.append(box);
  const lose: (() => void)[] = [];
  let broken = false;
  /** Draws in the page, and carries no labels before it is asked to. */
  const carried: (() => void)[] = [];
  const open: Opened = (canvas, onPartial, onLost) => {
    const director = direct(backend, onPartial);
    lose.push(onLost);
    const drawing: Drawing = {
      ...director,
      kind,
      giveWay: () => void heard.gaveWay++,
      carryLabels: (labels) => new Promise((done) => (labels ? carried.push(done) : done())),
      dispose: () => {
        canvas.remove();
        director.dispose();
      },
    };
    return drawing;
  };
  const stage = new Stage(box, store, nothing, open, fixed, () => (broken = true));
  play();
  return { stage, store, heard, box, lose, carried, isBroken: () => broken };
}
const at = ({ camera }: Stage, v: number): [number, number] => [
  net.positions[2 * v] * camera.scale + camera.x,
  net.positions[2 * v + 1] * camera.scale + camera.y,
];

test('the whole network is in view at first, between the bar above and the legend below', () => {
  const { stage } = opened();
  for (const v of [0, 1, 2, 3]) {
    const [x, y] = at(stage, v);
    expect(x).toBeGreaterThan(0);
    expect(x).toBeLessThan(800);
    expect(y).toBeGreaterThan(34);
    expect(y).toBeLessThan(600 - 44);
  }
  stage.dispose();
});

test('a picture gives way as soon as the trail is changed', () => {
  const { stage, store, heard } = opened();
  store.setState({ positions: net.positions.slice() });
  expect(heard.gaveWay).toBe(0);
  store.getState().setStep(store.getState().trail.steps[1].id, { on: false });
  expect(heard.gaveWay).toBe(1);
  stage.dispose();
});

test('labels are drawn over it', () => {
  const { stage } = opened();
  expect([...new Set(texts)].sort()).toEqual(['Alban Pell', 'Maud Oxley', 'Ragna Wick', 'Tove Lorne']);
  stage.dispose();
});

test('the camera follows the network until it is moved by hand, and again when all is asked for', () => {
  const { stage, store } = opened();
  const spread = net.positions.map((value) => 4 * value);
  const before = stage.camera.scale;
  store.setState({ positions: spread });
  expect(stage.camera.scale).toBeLessThan(before);
  stage.zoomBy(2);
  const { scale } = stage.camera;
  store.setState({ positions: net.positions });
  expect(stage.camera.scale).toBe(scale);
  stage.fitAll();
  expect(stage.camera.scale).not.toBe(scale);
  store.setState({ positions: spread });
  expect(stage.camera.scale).toBeLessThan(before);
  stage.dispose();
});

test('zooming keeps the point under the pointer, within bounds', () => {
  const { stage } = opened();
  const [x, y] = at(stage, 1);
  stage.zoomBy(1.7, x, y);
  expect(at(stage, 1)[0]).toBeCloseTo(x, 6);
  expect(at(stage, 1)[1]).toBeCloseTo(y, 6);
  stage.zoomBy(1e9);
  expect(stage.camera.scale).toBe(60);
  stage.zoomBy(1e-12);
  expect(stage.camera.scale).toBe(0.005);
  stage.dispose();
});

test('it goes to a node, and steps from the largest to the smallest and round', () => {
  const { stage, store } = opened();
  stage.goTo('k4');
  expect(at(stage, 3).map(Math.round)).toEqual([400, 300]);
  stage.goTo('gone');
  stage.stepTo(1);
  const chosen = (): string => store.getState().selection.nodes[0];
  expect(chosen()).toBe('k1');
  stage.stepTo(1);
  expect(chosen()).toBe('k2');
  stage.stepTo(-1);
  stage.stepTo(-1);
  expect(chosen()).toBe('k4');
  stage.dispose();
});

test('a node that is hovered stands out with its neighbours, chosen ones with the ties among them, an edge with its ends', () => {
  const { stage, store, heard } = opened();
  stage.hover(3);
  play();
  expect([...(heard.focus.at(-1) ?? [])]).toEqual([0, 0, 0, 1]);
  stage.hover(1);
  play();
  expect([...(heard.focus.at(-1) ?? [])]).toEqual([1, 1, 1, 0]);
  stage.hover(-1);
  store.getState().select({ nodes: ['k1', 'k3'] });
  play();
  expect([...(heard.focus.at(-1) ?? [])]).toEqual([1, 0, 1, 0]);
  store.getState().select({ nodes: [], edges: [edgeIdOf(keepers, 3)] });
  play();
  expect([...(heard.focus.at(-1) ?? [])]).toEqual([0, 1, 1, 0]);
  store.getState().select({ nodes: ['k1'] });
  play();
  expect(heard.focus.at(-1)).toBeUndefined();
  stage.dispose();
});

test('on the dark ground ties between groups have its colour, those within keep theirs', () => {
  const { stage, heard } = opened();
  // The second edge leads from Ness to Holm.
  expect(heard.colours.at(-1)).toEqual([0x8e, 0x99, 0x9d]);
  stage.setTheme('dark');
  expect(heard.colours.at(-1)).toEqual([0x6c, 0x7b, 0x82]);
  expect(heard.scenes).toBe(2);
  stage.dispose();
});

test('a colour that somebody chose for edges is no ground’s own', () => {
  const chosen = { ...plainStyle, edgeColour: { by: 'all', colour: '#8E999D' } } as const;
  const { stage, heard } = opened({ looks: dress(net, chosen) });
  stage.setTheme('dark');
  expect(heard.colours.at(-1)).toEqual([0x8e, 0x99, 0x9d]);
  stage.dispose();
});

test('small parts far out do not shrink the first view', () => {
  const far = {
    ...net,
    source: Uint32Array.of(0, 1),
    target: Uint32Array.of(1, 2),
    weight: Float64Array.of(1, 1),
    edgeColumns: [],
    positions: Float32Array.of(0, 0, 200, 0, 0, 200, 9000, 9000),
  };
  const { stage } = opened({
    net: far,
    positions: far.positions,
    looks: dress(far, plainStyle),
    main: Uint8Array.of(1, 1, 1, 0),
  });
  expect(stage.camera.scale).toBeGreaterThan(0.5);
  stage.fitAll();
  expect(stage.camera.scale).toBeLessThan(0.1);
  stage.dispose();
});

test('what the first view shows comes with the network, and is found anew where nodes were moved or grew', () => {
  const { stage, store } = opened();
  const { looks, positions } = store.getState();
  const found = stage.camera;
  const frame = { left: 0, right: 4000, top: 0, bottom: 4000 };
  store.setState({ frame, looks: looks && { ...looks, fill: looks.fill.slice() } });
  const told = stage.camera;
  expect(told.scale).toBeLessThan(found.scale / 2);
  store.setState({ positions: positions.slice() });
  expect(stage.camera).toEqual(found);
  stage.dispose();
});

test('where what draws has died it is begun anew as it was, and after three times nothing is drawn any more', () => {
  const { stage, heard, box, lose, isBroken } = opened();
  stage.zoomBy(2);
  const { camera } = stage;
  for (let time = 1; time < 3; time++) {
    lose.at(-1)?.();
    play();
    expect([lose.length, heard.scenes, isBroken()]).toEqual([time + 1, time + 1, false]);
    expect(box.querySelectorAll('canvas')).toHaveLength(2);
    expect(stage.camera).toEqual(camera);
  }
  lose.at(-1)?.();
  expect([lose.length, isBroken()]).toEqual([3, true]);
  stage.dispose();
});

test('where nothing can be drawn with it is said', async () => {
  const { stage, isBroken } = opened({}, false, Promise.reject(new Error('no 2D context')));
  await Promise.resolve();
  await Promise.resolve();
  expect(isBroken()).toBe(true);
  stage.dispose();
});

test('labels stay to be seen until they are part of the drawing, and are to be seen again once they are not', async () => {
  const { stage, box, carried } = opened();
  await Promise.resolve();
  play();
  const above = box.querySelectorAll('canvas')[1];
  stage.zoomBy(1.1);
  expect([carried.length, above.style.visibility]).toEqual([1, '']);
  carried[0]();
  await Promise.resolve();
  expect(above.style.visibility).toBe('hidden');
  jest.runOnlyPendingTimers();
  play();
  await Promise.resolve();
  expect(above.style.visibility).toBe('');
  stage.dispose();
});

test('when it is gone it follows nothing any more', () => {
  const { stage, store, heard, box } = opened();
  stage.dispose();
  const { scenes } = heard;
  store.setState({ looks: dress(net, plainStyle) });
  expect(heard.scenes).toBe(scenes);
  expect(box.querySelectorAll('canvas')).toHaveLength(0);
});

test('one that is fixed draws nodes where they are put and not before; it hears of the camera, and of other nodes points at none', () => {
  const { stage, store, heard } = opened({}, true);
  expect([heard.scenes, stage.scene]).toEqual([0, undefined]);
  let moved = 0;
  stage.onView = () => void moved++;
  const positions = net.positions.map((value) => value / 2 + 7);
  stage.setPlaced({
    positions,
    dress: (looks) => ({ ...looks, edgeColour: new Uint8Array(looks.edgeColour.length).fill(9) }),
  });
  expect([...(stage.scene?.positions ?? [])]).toEqual([...positions]);
  expect([heard.scenes, heard.colours[0]]).toEqual([1, [9, 9, 9]]);
  expect(moved).toBeGreaterThan(0);
  // What the arrangement does is nothing to it.
  store.setState({ positions: net.positions.map((value) => 3 * value) });
  expect(stage.scene?.positions).toBe(positions);
  const fewer = {
    ...net,
    ids: ['k1'],
    labels: ['Alban Pell'],
    source: new Uint32Array(0),
    target: new Uint32Array(0),
    weight: new Float64Array(0),
    nodeColumns: [],
    edgeColumns: [],
  };
  store.setState({ net: fewer, looks: dress(fewer, plainStyle) });
  expect([stage.scene, stage.pick]).toEqual([undefined, undefined]);
  stage.dispose();
});
