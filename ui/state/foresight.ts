/** What may be asked for next, worked ahead while nothing runs. */
import type { Step, Trail } from '@/core/trail';
import type { WorkbenchStore } from './store';

export interface Foresight {
  /** Steps as they may be next, each in the place of the one it is now: told at once, or when the run is over. */
  foresee(steps: readonly Step[]): void;
  /** A run is over. */
  idle(): void;
}

export function foresightFor(store: WorkbenchStore, ahead: (trails: Trail[]) => void): Foresight {
  let awaited: readonly Step[] = [];
  const idle = (): void => {
    const { running, trail } = store.getState();
    if (running || !awaited.length) return;
    const trails = awaited.map((next) => ({ steps: trail.steps.map((one) => (one.id === next.id ? next : one)) }));
    awaited = [];
    ahead(trails);
  };
  return {
    foresee(steps) {
      awaited = steps;
      idle();
    },
    idle,
  };
}
