/** @jest-environment jsdom */
import { axisOf } from '@/core/lanes';
import { blankLooks } from '@/core/style';
import { keepers } from '@/ui/testing';
import type { Picture } from './draw';
import { LaneStage, axisHeight } from './lane-stage';
import { layoutOf, xOf } from './layout';
import { eventsOf } from './testing';

function opened(n = 2) {
  const canvas = document.createElement('canvas');
  const scroller = document.createElement('div');
  Object.defineProperties(canvas, { clientWidth: { value: 500 }, clientHeight: { value: 230 } });
  document.body.append(scroller, canvas);
  const heard: string[] = [];
  const stage = new LaneStage(canvas, scroller, {
    hover: (i) => void heard.push(`hover ${i}`),
    choose: (events, adding) => void heard.push(`${adding ? 'add' : 'choose'} ${events.join(' ')}`),
    window: (from, until) => void heard.push(`window ${from} ${until}`),
  });
  const events = eventsOf(
    ...Array.from({ length: n }, (_, i): [number, number, number, number] => [100 * i, 100 * i + 1, i % 3, 3]),
  );
  const axis = axisOf(events.from, events.until, false);
  const layout = layoutOf(events, axis, false);
  const picture: Picture = {
    events,
    axis,
    layout,
    nodes: Uint32Array.of(0, 1, 2, 3),
    looks: blankLooks(keepers),
    chosen: new Uint8Array(n),
  };
  stage.show(picture, 50, 'light');
  const fire = (type: string, x: number, y: number, more: object = {}): boolean => {
    const event = new MouseEvent(type, { clientX: x, clientY: y, bubbles: true, cancelable: true, ...more });
    Object.assign(event, { pointerId: 1 });
    return canvas.dispatchEvent(event);
  };
  const drag = (x1: number, y1: number, x2: number, y2: number, more: object = {}): void => {
    fire('pointerdown', x1, y1, more);
    fire('pointermove', x2, y2, more);
    fire('pointerup', x2, y2, more);
  };
  const key = (name: string, more: object = {}): boolean =>
    canvas.dispatchEvent(new KeyboardEvent('keydown', { key: name, cancelable: true, ...more }));
  const x = (i: number): number =>
    xOf({ left: 0, wide: 500, width: 500, height: 230, row: 50, scroll: 0, top: 30 }, layout.at[i]);
  return { stage, picture, heard, fire, drag, key, x, scroller, axis };
}
beforeAll(() => Object.assign(window.HTMLCanvasElement.prototype, { getContext: () => null }));
afterEach(() => document.body.replaceChildren());

test('an event is pointed at and chosen, with Shift added; beside it nothing is', () => {
  const { fire, drag, heard, x } = opened();
  fire('pointermove', x(1) + 1, axisHeight + 120);
  fire('pointermove', x(1) - 40, axisHeight + 120);
  drag(x(0), axisHeight + 60, x(0), axisHeight + 60);
  drag(x(1), axisHeight + 120, x(1), axisHeight + 120, { shiftKey: true });
  drag(250, axisHeight + 60, 250, axisHeight + 60);
  expect(heard).toEqual(['hover 1', 'hover -1', 'choose 0', 'add 1', 'choose ']);
});

test('a window is drawn on the axis, in days; a box with Shift', () => {
  const { drag, heard, x } = opened();
  drag(x(0) - 3, 10, x(0) + 250, 12);
  const [, from, until] = (heard[0] ?? '').split(' ').map(Number);
  expect([from <= 0, until > 40, until < 70]).toEqual([true, true, true]);
  drag(x(0) - 20, axisHeight + 5, x(0) + 20, axisHeight + 190, { shiftKey: true });
  expect(heard[1]).toBe('add 0');
});

test('keys go from event to event, around; those of the whole workbench stay with it', () => {
  const { key, heard, stage, picture } = opened(3);
  key('n');
  stage.show({ ...picture, chosen: Uint8Array.of(1, 0, 0) }, 50, 'light');
  key('N', { shiftKey: true });
  key('n');
  expect(heard).toEqual(['choose 0', 'choose 2', 'choose 1']);
  expect(key('s')).toBe(true);
  expect(key('z', { ctrlKey: true })).toBe(true);
  expect(key('+')).toBe(false);
});

test('zoomed in, dragging moves the time; all times come back', () => {
  const { key, drag, heard, stage, fire, x } = opened();
  for (let i = 0; i < 4; i++) key('+');
  drag(x(0), axisHeight + 60, x(0), axisHeight + 60);
  expect(heard).toEqual(['choose ']);
  stage.fit();
  drag(x(0), axisHeight + 60, x(0), axisHeight + 60);
  expect(heard[1]).toBe('choose 0');
  expect(fire('wheel', 100, 100)).toBe(true);
});

test('the wheel zooms with Ctrl where it points, and scrolls lanes without', () => {
  const { x, drag, heard, stage } = opened();
  stage.zoomBy(3, x(1));
  drag(x(1), axisHeight + 120, x(1), axisHeight + 120);
  expect(heard).toEqual(['choose 1']);
});

test('a stage that is gone hears nothing', () => {
  const { stage, drag, heard, x } = opened();
  stage.dispose();
  drag(x(0), axisHeight + 60, x(0), axisHeight + 60);
  expect(heard).toEqual([]);
});
