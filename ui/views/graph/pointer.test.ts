/** @jest-environment jsdom */
import { createWorkbench } from '@/ui/state/store';
import { keepers, trail } from '@/ui/testing';
import { sceneOf } from '@/core/scene';
import { looksInView } from '@/core/sift/in-view';
import { type Looks, dress, plainStyle } from '@/core/style';
import { shownLooks } from '@/ui/state/in-view';
import { Pointer } from './pointer';
import { picker } from './scene/picking';
import type { Stage } from './stage';

/** Four nodes at the corners of a square, drawn one pixel a map unit. */
const net = { ...keepers, positions: Float32Array.of(50, 50, 250, 50, 50, 250, 250, 250) };

function opened(steps = trail({ kind: 'arrange', method: 'force' })) {
  const store = createWorkbench({
    study: { id: 's', name: 'S' },
    network: { id: 'n', name: 'N', version: 1, layout: null },
    networks: [],
    shortlists: [],
    tables: [],
    names: [],
    trail: steps,
  });
  store.setState({ net, positions: net.positions, running: false });
  const box = document.createElement('div');
  box.tabIndex = 0;
  document.body.append(box);
  const went: string[] = [];
  const stage = {
    box,
    store,
    camera: { scale: 1, x: 0, y: 0 },
    pick: picker(sceneOf(net)),
    get scene() {
      return { positions: store.getState().positions };
    },
    fixed: false,
    onArea: (line: number[]) => void went.push(`area ${line.map(Math.round).join(' ')}`),
    overlay: {
      draw: () => undefined,
      frame: undefined as unknown,
      line: undefined as unknown,
      moving: undefined as unknown,
      /** One label, of the first node, 40 by 10 pixels around 150, 150. */
      labelAt: (x: number, y: number) =>
        Math.abs(x - 150) <= 20 && Math.abs(y - 150) <= 5
          ? { node: 0, x: 150, y: 153.5, size: 10, width: 40 }
          : undefined,
    },
    hover: (v: number) => void went.push(`hover ${v}`),
    moveTo: (camera: { x: number; y: number }) => void went.push(`pan ${camera.x},${camera.y}`),
    zoomBy: (by: number, x?: number, y?: number) => void went.push(`zoom ${by.toFixed(3)} at ${x},${y}`),
    goTo: (id: string) => void went.push(`go to ${id}`),
    fitAll: () => void went.push('fit'),
    stepTo: (by: number) => void went.push(`step ${by}`),
    movePositions: (positions: Float32Array) => store.setState({ positions }),
  };
  const pointer = new Pointer(stage as unknown as Stage);
  const fire = (type: string, x: number, y: number, more: object = {}): void => {
    const event = new MouseEvent(type, { clientX: x, clientY: y, bubbles: true, ...more });
    Object.assign(event, { pointerId: 1 });
    box.dispatchEvent(event);
  };
  const drag = (points: [number, number][], more: object = {}): void => {
    const [[x, y], ...rest] = points;
    fire('pointerdown', x, y, more);
    for (const [px, py] of rest) fire('pointermove', px, py, more);
    const [lx, ly] = points[points.length - 1];
    fire('pointerup', lx, ly, more);
  };
  const key = (name: string, more: object = {}): void =>
    void window.dispatchEvent(new KeyboardEvent('keydown', { key: name, ...more }));
  return { store, stage, pointer, went, fire, drag, key, box, chosen: () => store.getState().selection };
}
afterEach(() => document.body.replaceChildren());

test('a click selects a node; with Shift more of them, and off again', () => {
  const { drag, chosen, pointer } = opened();
  drag([[51, 51]]);
  expect(chosen()).toEqual({ nodes: ['k1'] });
  drag([[250, 52]], { shiftKey: true });
  expect(chosen().nodes).toEqual(['k1', 'k2']);
  drag([[50, 50]], { ctrlKey: true });
  expect(chosen().nodes).toEqual(['k2']);
  pointer.dispose();
});

test('a click on an edge selects it, on nothing lets go', () => {
  const { drag, chosen, pointer, store } = opened();
  const straight = picker({ ...sceneOf(net), bow: new Float64Array(4) });
  expect(straight.edge(50, 150, { scale: 1, x: 0, y: 0 })).toBe(1);
  drag([[36, 150]]);
  expect(chosen().nodes).toEqual([]);
  store.getState().select({ nodes: ['k4'] });
  drag([[150, 295]]);
  expect(chosen().nodes).toEqual([]);
  pointer.dispose();
});

test('a node is dragged to its place by hand, those selected with it go along', () => {
  const { drag, store, pointer } = opened();
  store.getState().select({ nodes: ['k1', 'k3'] });
  drag([
    [50, 50],
    [60, 60],
    [80.06, 70],
  ]);
  expect([...store.getState().positions.slice(0, 6)].map(Math.round)).toEqual([80, 70, 250, 50, 80, 270]);
  const [, step] = store.getState().trail.steps;
  expect(step).toMatchObject({ placed: { k1: [80.1, 70], k3: [80.1, 270] } });
  expect(step.kind === 'arrange' && Object.keys(step.placed)).toEqual(['k1', 'k3']);
  pointer.dispose();
});

test('without a layout in the trail a dragged node keeps no place', () => {
  const { drag, store, pointer } = opened(trail());
  drag([
    [50, 50],
    [90, 90],
  ]);
  expect(store.getState().trail.steps).toHaveLength(1);
  pointer.dispose();
});

test('a drag that is broken off puts nodes back', () => {
  const { fire, store, pointer, stage } = opened();
  fire('pointerdown', 50, 50);
  fire('pointermove', 120, 120);
  expect(store.getState().positions[0]).toBeCloseTo(120, 0);
  fire('pointercancel', 0, 0);
  expect(store.getState().positions[0]).toBe(50);
  expect(stage.overlay.frame).toBeUndefined();
  pointer.dispose();
});

test('the map is moved where nothing lies; a small slip is a click', () => {
  const { drag, went, pointer, chosen, store } = opened();
  drag([
    [150, 20],
    [160, 30],
  ]);
  expect(went).toContain('pan 10,10');
  store.getState().select({ nodes: ['k4'] });
  drag([
    [150, 290],
    [152, 291],
  ]);
  expect(chosen().nodes).toEqual([]);
  pointer.dispose();
});

test('what is sifted out is neither pointed at nor taken by box or lasso', () => {
  const { store, stage, drag, chosen, pointer } = opened();
  const looks = dress(net, plainStyle);
  const answer = { nodes: Uint8Array.of(0, 1, 1, 1), edges: Uint8Array.of(0, 0, 0, 1) };
  const inView = { ...answer, net, narrows: true, dress: (from: Looks) => looksInView(net, from, answer, 'dimmed', false) } as never; // prettier-ignore
  store.setState({ looks, inView });
  stage.pick = picker({ ...sceneOf(net), ...shownLooks(store.getState()) });
  drag([[51, 51]]);
  expect(chosen().nodes).toEqual([]);
  // The tie between the two at the top is gone as well.
  drag([[150, 50]]);
  expect(chosen()).toEqual({ nodes: [] });
  pointer.tool = 'box';
  drag([[0, 0], [280, 100]]); // prettier-ignore
  expect(chosen().nodes).toEqual(['k2']);
  pointer.tool = 'lasso';
  drag([[0, 0], [290, 0], [290, 290], [0, 290]]); // prettier-ignore
  expect(chosen().nodes).toEqual(['k2', 'k3', 'k4']);
});

test('where nodes stand fast they are not dragged nor nudged; a line around an area is told in map units', () => {
  const { drag, key, pointer, stage, store, went, chosen } = opened();
  stage.fixed = true;
  const before = store.getState().positions;
  drag([
    [51, 51],
    [80, 90],
  ]);
  expect(went).toContain('pan 29,39');
  store.getState().select({ nodes: ['k1'] });
  key('ArrowRight');
  expect(store.getState().positions).toBe(before);
  stage.camera = { scale: 2, x: 10, y: 20 };
  pointer.tool = 'area';
  drag([
    [10, 20],
    [110, 20],
    [110, 120],
  ]);
  expect(went.at(-1)).toBe('area 0 0 50 0 50 50');
  expect(chosen().nodes).toEqual(['k1']);
});

test('of two maps the focused one hears keys; where neither is, that of the arrangement', () => {
  const one = opened();
  const other = opened();
  other.stage.fixed = true;
  for (const { box } of [one, other]) box.setAttribute('role', 'application');
  one.key('f');
  expect([one.went, other.went]).toEqual([['fit'], []]);
  other.box.tabIndex = 0;
  other.box.focus();
  one.key('n');
  expect([one.went, other.went]).toEqual([['fit'], ['step 1']]);
});

test('Shift draws a box around nodes, the lasso a line', () => {
  const { drag, chosen, pointer, stage } = opened();
  drag(
    [
      [20, 20],
      [280, 100],
    ],
    { shiftKey: true },
  );
  expect([...chosen().nodes].sort()).toEqual(['k1', 'k2']);
  expect(stage.overlay.frame).toBeUndefined();
  pointer.tool = 'lasso';
  drag([
    [20, 20],
    [100, 20],
    [100, 290],
    [20, 290],
  ]);
  expect([...chosen().nodes].sort()).toEqual(['k1', 'k3']);
  pointer.tool = 'box';
  drag(
    [
      [200, 200],
      [300, 300],
    ],
    { ctrlKey: true },
  );
  expect([...chosen().nodes].sort()).toEqual(['k1', 'k3', 'k4']);
  pointer.dispose();
});

test('a double click goes to the node', () => {
  const { drag, went, pointer } = opened();
  drag([[50, 50]]);
  drag([[50, 50]]);
  expect(went).toContain('go to k1');
  pointer.dispose();
});

test('moving over a node shows it', () => {
  const { fire, went, box, pointer } = opened();
  fire('pointermove', 51, 50);
  expect([went.at(-1), box.style.cursor]).toEqual(['hover 0', 'pointer']);
  fire('pointermove', 150, 20);
  expect([went.at(-1), box.style.cursor]).toEqual(['hover -1', 'grab']);
  pointer.dispose();
});

test('the wheel zooms at the pointer', () => {
  const { box, went, pointer } = opened();
  box.dispatchEvent(new WheelEvent('wheel', { deltaY: -100, clientX: 30, clientY: 40, cancelable: true }));
  expect(went).toEqual([`zoom ${Math.exp(0.16).toFixed(3)} at 30,40`]);
  pointer.dispose();
});

test('keys fit, zoom, step from node to node and nudge', () => {
  const { key, went, store, pointer } = opened();
  key('f');
  key('+');
  key('-');
  key('n');
  key('N', { shiftKey: true });
  expect(went).toEqual([
    'fit',
    'zoom 1.350 at undefined,undefined',
    'zoom 0.741 at undefined,undefined',
    'step 1',
    'step -1',
  ]);
  store.getState().select({ nodes: ['k2'] });
  key('ArrowRight');
  const [, step] = store.getState().trail.steps;
  expect(step.kind === 'arrange' && step.placed.k2?.[0]).toBeGreaterThan(250);
  expect(step.kind === 'arrange' && step.placed.k2?.[1]).toBe(50);
  pointer.dispose();
});

test('keys with Ctrl, and those typed into a field, are not for the graph', () => {
  const { key, went, pointer } = opened();
  key('f', { ctrlKey: true });
  const field = document.createElement('input');
  document.body.append(field);
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'f', bubbles: true }));
  expect(went).toEqual([]);
  pointer.dispose();
});

test('after it is let go of nothing is heard any more', () => {
  const { pointer, drag, key, chosen, went } = opened();
  pointer.dispose();
  drag([[50, 50]]);
  key('f');
  expect(chosen().nodes).toEqual([]);
  expect(went).toEqual([]);
});

describe('a label', () => {
  const styled = (): ReturnType<typeof opened> =>
    opened(
      trail({ kind: 'arrange', method: 'force' }, { kind: 'style', byHand: { labelPlace: { k2: { x: 1, y: 2 } } } }),
    );
  const byHand = (store: ReturnType<typeof opened>['store']): unknown =>
    store.getState().trail.steps.flatMap((step) => (step.kind === 'style' ? [step.byHand.labelPlace] : []))[0];

  test('that is dragged keeps its place in the Style step, others theirs', () => {
    const { drag, store, pointer, stage } = styled();
    drag([
      [155, 150],
      [170, 160],
      [205, 190],
    ]);
    expect(byHand(store)).toEqual({ k2: { x: 1, y: 2 }, k1: { x: 150, y: 140 } });
    expect(stage.overlay.moving).toEqual({ node: 0, x: 150, y: 140 });
    pointer.dispose();
  });

  test('that is clicked selects its node; what is put off ends where it was', () => {
    const { drag, fire, store, pointer, stage, chosen } = styled();
    drag([[150, 150]]);
    expect(chosen().nodes).toEqual(['k1']);
    fire('pointerdown', 150, 150);
    fire('pointermove', 200, 200);
    expect(stage.overlay.moving).toBeDefined();
    fire('pointercancel', 200, 200);
    expect(stage.overlay.moving).toBeUndefined();
    expect(byHand(store)).toEqual({ k2: { x: 1, y: 2 } });
    pointer.dispose();
  });

  test('goes back where no Style step can keep it, and the tools draw over it', () => {
    const { drag, pointer, stage, store } = opened();
    drag([
      [150, 150],
      [170, 170],
      [200, 200],
    ]);
    expect(stage.overlay.moving).toBeUndefined();
    expect(store.getState().trail.steps).toHaveLength(2);
    pointer.tool = 'lasso';
    drag([
      [150, 150],
      [170, 170],
      [200, 200],
    ]);
    expect(stage.overlay.moving).toBeUndefined();
    pointer.dispose();
  });
});

test('the right button selects what it points at and asks for its menu; a selection of several stays; on nothing there is none', () => {
  const { stage, box, chosen, pointer, store } = opened();
  const asked: { x: number; y: number }[] = [];
  Object.assign(stage, { onMenu: (spot: { x: number; y: number }) => asked.push(spot) });
  const menu = (x: number, y: number, button = 2): boolean =>
    box.dispatchEvent(new MouseEvent('contextmenu', { clientX: x, clientY: y, button, cancelable: true }));
  expect(menu(51, 51)).toBe(false);
  expect([chosen().nodes, asked]).toEqual([['k1'], [{ x: 51, y: 51 }]]);
  store.getState().select({ nodes: ['k1', 'k2'] });
  menu(250, 50);
  expect(chosen().nodes).toEqual(['k1', 'k2']);
  menu(50, 250);
  expect(chosen().nodes).toEqual(['k3']);
  // The keyboard's: at the selected node, wherever the pointer is.
  menu(0, 0, 0);
  expect(asked.at(-1)).toEqual({ x: 50, y: 250 });
  expect(menu(295, 5)).toBe(true);
  expect(asked).toHaveLength(4);
  store.getState().select({ nodes: [] });
  expect(menu(0, 0, 0)).toBe(true);
  pointer.dispose();
});
