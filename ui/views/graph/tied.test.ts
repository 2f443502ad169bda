/** Two maps whose cameras are tied. */
import { createWorkbench } from '@/ui/state/store';
import { makeTie } from '@/ui/state/tie';
import { trailSchema } from '@/core/trail';
import { Tether } from './tied';

const trail = trailSchema.parse({ steps: [{ id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' }] });
const network = { id: 'n', name: 'N', version: 1, layout: null };
const start = { study: { id: 's', name: 'S' }, network, networks: [], shortlists: [], tables: [], names: [], trail };

class Drawn {
  readonly store = createWorkbench(start);
  camera = { scale: 1, x: 0, y: 0 };
  readonly tether: Tether;
  constructor(readonly size: { width: number; height: number }) {
    this.tether = new Tether(this);
  }
  moveTo(camera: Drawn['camera'], told = false): void {
    this.camera = camera;
    if (!told) this.tether.moved();
  }
  /** Where a spot of the map stands in the view, in pixels from its middle. */
  at(x: number, y: number): number[] {
    const { scale, x: left, y: top } = this.camera;
    return [x * scale + left - this.size.width / 2, y * scale + top - this.size.height / 2];
  }
}

test('while they are tied one goes where the other is moved, the same spot in the middle; the first says where at once', () => {
  const one = new Drawn({ width: 400, height: 300 });
  const other = new Drawn({ width: 600, height: 200 });
  one.moveTo({ scale: 2, x: 10, y: 20 });
  expect(other.camera).toEqual({ scale: 1, x: 0, y: 0 });
  const tie = makeTie();
  one.store.setState({ tie });
  other.store.setState({ tie });
  expect(other.at(7, 8)).toEqual(one.at(7, 8));
  other.moveTo({ scale: 0.5, x: -30, y: 5 });
  expect(one.camera.scale).toBe(0.5);
  expect(one.at(7, 8)).toEqual(other.at(7, 8));
  one.store.setState({ tie: undefined });
  one.moveTo({ scale: 3, x: 0, y: 0 });
  expect(other.camera.scale).toBe(0.5);
  one.store.setState({ tie });
  expect(one.camera.scale).toBe(0.5);
  other.tether.undo();
  one.moveTo({ scale: 3, x: 0, y: 0 });
  expect(other.camera.scale).toBe(0.5);
});
