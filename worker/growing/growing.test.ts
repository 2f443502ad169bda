/** A network that grows: what it is made of, how its nodes go, how it is laid out on, and its picture. */
import { GrowingDesk, placed } from './desk';
import { Going } from './going';
import { Growing } from './network';
import { type NamedAt, freshFor } from './picture';

test('a network grows by what is added, and begins anew where that is told', () => {
  const growing = new Growing();
  growing.add(
    true,
    [
      [0, 'person', 'Ann'],
      [1, 'person', 'Bo'],
      [2, 'word', 'kale'],
    ],
    [[0, 1, 2]],
  );
  growing.add(
    false,
    [[3, 'person', 'Cy']],
    [
      [0, 1, 5],
      [3, 0, 1],
      [2, 2, 1],
      [1, 3, 1],
    ],
  );
  growing.add(false, [], []);
  expect(growing.turn).toBe(2);
  const shown = growing.shown();
  expect(shown.names).toEqual(['Ann', 'Bo', 'kale', 'Cy']);
  expect([...shown.ends]).toEqual([0, 1, 3, 0, 1, 3]);
  expect([...shown.weight]).toEqual([5, 1, 1]);
  // Of many, those with most ties.
  expect(growing.shown(2).names).toEqual(['Ann', 'Bo']);
  expect([...growing.shown(2).ends]).toEqual([0, 1]);
  growing.add(true, [[0, 'person', 'Ann']], []);
  expect(growing.shown()).toMatchObject({ names: ['Ann'], ends: new Uint32Array(0) });
  expect(new Growing().shown().of).toHaveLength(0);
});

test('nodes go from where they are; a new one comes from its neighbour', () => {
  const going = new Going(100);
  const one = { of: Uint32Array.of(7, 9), ends: Uint32Array.of(0, 1) };
  going.go(one, Float32Array.of(0, 0, 10, 0), 1000);
  expect([...going.places(one.of, 1000)]).toEqual([0, 0, 10, 0]);
  const two = { of: Uint32Array.of(7, 8, 9), ends: Uint32Array.of(0, 2, 1, 2) };
  going.go(two, Float32Array.of(0, 0, 10, 20, 20, 0), 2000);
  expect([...going.places(two.of, 2000)]).toEqual([0, 0, 10, 0, 10, 0]);
  expect([...going.places(two.of, 2050)]).toEqual([0, 0, 10, 10, 15, 0]);
  expect([...going.places(two.of, 2100)]).toEqual([0, 0, 10, 20, 20, 0]);
  expect([going.moving(2050), going.moving(2100)]).toEqual([true, false]);
  expect([...going.places(Uint32Array.of(5), 2100)].every(Number.isNaN)).toBe(true);
  expect(going.seen.get(8)).toBe(2000);
});

const ring = (n: number): Uint32Array => Uint32Array.from({ length: 2 * n }, (_, i) => ((i + 1) >> 1) % n);
const far = (at: Float32Array, a: number, b: number): number =>
  Math.hypot(at[2 * a] - at[2 * b], at[2 * a + 1] - at[2 * b + 1]);

test('is laid out anew where nothing is known, and a new node comes to stand near its neighbour', async () => {
  const none = new Float32Array(24).fill(NaN);
  const first = await placed(12, ring(12), none);
  expect([...first].every(Number.isFinite)).toBe(true);
  expect(await placed(12, ring(12), none)).toEqual(first);
  const more = Float32Array.from([...first, NaN, NaN]);
  const next = await placed(13, Uint32Array.from([...ring(12), 12, 0]), more);
  // Whoever was on the other side of the ring is there still.
  const opposite = far(next, 0, 6);
  expect(far(next, 12, 0)).toBeLessThan(opposite);
  const order = (at: Float32Array): boolean => far(at, 0, 1) < far(at, 0, 6);
  expect([order(first), order(next)]).toEqual([true, true]);
});

test('a network of no node and of one', async () => {
  expect(await placed(0, new Uint32Array(0), new Float32Array(0))).toHaveLength(0);
  expect(await placed(1, new Uint32Array(0), Float32Array.of(NaN, NaN))).toHaveLength(2);
});

describe('the desk', () => {
  interface Stroke {
    colour: string;
    lines: number;
  }
  function opened() {
    const strokes: Stroke[] = [];
    const fills: { colour: string; x: number; y: number }[] = [];
    let path: string[] = [];
    let at = [0, 0];
    const context = {
      fillStyle: '',
      strokeStyle: '',
      globalAlpha: 1,
      lineWidth: 1,
      setTransform: () => undefined,
      clearRect() {
        strokes.length = 0;
        fills.length = 0;
      },
      beginPath: () => (path = []),
      moveTo: () => undefined,
      lineTo: () => path.push('line'),
      arc: (x: number, y: number) => (at = [x, y]),
      fill: () => fills.push({ colour: context.fillStyle, x: at[0], y: at[1] }),
      stroke: () => path.length && strokes.push({ colour: context.strokeStyle, lines: path.length }),
    };
    const canvas = { width: 0, height: 0, getContext: () => context };
    const frames: (() => void)[] = [];
    const desk = new GrowingDesk((draw) => frames.push(draw));
    let names: NamedAt[] = [];
    desk.show(canvas as never, (told) => (names = told));
    /** Draws what waits to be drawn; whether there was anything. */
    const frame = (): boolean => {
      const draws = frames.splice(0);
      draws.forEach((draw) => draw());
      return draws.length > 0;
    };
    const until = async (holds: () => boolean): Promise<void> => {
      for (let i = 0; i < 400 && !holds(); i++) {
        await new Promise((go) => setTimeout(go, 10));
        frame();
      }
      expect(holds()).toBe(true);
    };
    return {
      desk,
      canvas,
      strokes,
      fills,
      frame,
      until,
      named: () => names.map(({ name }) => name),
      names: () => names,
    };
  }
  const ground = {
    ...{ width: 600, height: 400, factor: 2, still: false },
    colours: { quiet: 'quiet', paper: 'paper', accent: 'accent' },
  };
  const three = (desk: GrowingDesk): void =>
    desk.add(
      true,
      [
        [0, 'person', 'Ann'],
        [1, 'person', 'Bo'],
        [2, 'word', 'kale'],
      ],
      [
        [0, 1, 1],
        [1, 2, 1],
      ],
    );

  test('draws what it was told, on the page and in its colours; what was there at first is not new', async () => {
    const { desk, canvas, strokes, fills, until, named } = opened();
    desk.on(ground);
    expect([canvas.width, canvas.height]).toEqual([1200, 800]);
    three(desk);
    await until(() => fills.length === 3);
    expect(strokes.filter(({ lines }) => lines > 0)).toEqual([{ colour: 'quiet', lines: 2 }]);
    expect(fills.map(({ colour }) => colour).sort()).toEqual(['#b4651c', 'accent', 'accent']);
    for (const { x, y } of fills) expect([x > 0, x < 600, y > 0, y < 400]).toEqual([true, true, true, true]);
    expect(named().sort()).toEqual(['Ann', 'Bo', 'kale']);
  });

  test('what comes later stands out with its ties for a while', async () => {
    const { desk, strokes, fills, until } = opened();
    desk.on(ground);
    three(desk);
    await until(() => fills.length === 3);
    const clock = jest.spyOn(performance, 'now');
    try {
      desk.add(false, [[3, 'person', 'Cy']], [[3, 0, 1]]);
      await until(() => fills.length === 4);
      expect(strokes.filter(({ lines }) => lines > 0)).toEqual([
        { colour: 'quiet', lines: 2 },
        { colour: '#c9a44a', lines: 1 },
      ]);
      expect(fills.filter(({ colour }) => colour === '#c9a44a')).toHaveLength(1);
      clock.mockReturnValue(performance.now() + freshFor + 1000);
      desk.point(undefined);
      await until(() => strokes.every(({ colour }) => colour === 'quiet'));
      expect(fills.filter(({ colour }) => colour === '#c9a44a')).toHaveLength(0);
    } finally {
      clock.mockRestore();
    }
  });

  test('of many, those with most ties are named, and the one that is pointed at; no name lies over another', async () => {
    const { desk, fills, until, named, names } = opened();
    desk.on(ground);
    const node = (i: number): [number, string, string] => [i, 'person', `Person ${i}`];
    desk.add(
      true,
      Array.from({ length: 40 }, (_, i) => node(i)),
      Array.from({ length: 39 }, (_, i): [number, number, number] => [0, i + 1, 1]),
    );
    await until(() => fills.length === 40);
    expect(named()[0]).toBe('Person 0');
    expect(named().length).toBeLessThanOrEqual(9);
    // What lies still is drawn on when it is pointed at.
    await new Promise((go) => setTimeout(go, 800));
    desk.point(undefined);
    await until(() => fills.length === 40);
    const far = fills[0];
    desk.point([far.x, far.y]);
    await until(() => named().some((name) => !named().slice(1).includes(name) && name !== 'Person 0'));
    const boxes = names();
    for (const one of boxes)
      for (const other of boxes)
        if (one !== other && Math.abs(one.y - other.y) < 15) expect(Math.abs(one.x - other.x)).toBeGreaterThan(40);
  });

  test('whoever wants nothing to move sees nodes stand where they go, in one picture', async () => {
    const { desk, fills, frame, until } = opened();
    desk.on({ ...ground, still: true });
    three(desk);
    await until(() => fills.length === 3);
    desk.add(false, [[3, 'person', 'Cy']], [[3, 0, 1]]);
    await until(() => fills.length === 4);
    // Nothing waits to be drawn on.
    expect(frame()).toBe(false);
    const before = fills.map(({ x, y }) => [x, y]);
    desk.point(undefined);
    expect(frame()).toBe(true);
    expect(fills.map(({ x, y }) => [x, y])).toEqual(before);
  });

  test('nothing is drawn before there is a size, and nothing of an empty network', async () => {
    const { desk, fills, frame, named } = opened();
    three(desk);
    await new Promise((go) => setTimeout(go, 100));
    frame();
    expect(fills).toHaveLength(0);
    const empty = opened();
    empty.desk.on(ground);
    empty.desk.add(true, [], []);
    await new Promise((go) => setTimeout(go, 50));
    empty.frame();
    expect([empty.fills.length, named().length]).toEqual([0, 0]);
  });

  test('what comes while it is laid out is laid out afterwards', async () => {
    const { desk, fills, until } = opened();
    desk.on(ground);
    three(desk);
    await new Promise((go) => setTimeout(go, 0));
    desk.add(false, [[3, 'person', 'Cy']], [[3, 0, 1]]);
    await until(() => fills.length === 4);
  });
});
