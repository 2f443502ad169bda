/** A map whose camera may be tied to that of another map. */
import type { Camera } from '@/core/scene';
import type { Sight } from '@/ui/state/tie';
import type { WorkbenchStore } from '@/ui/state/store';

interface Tied {
  readonly store: WorkbenchStore;
  readonly size: { width: number; height: number };
  readonly camera: Camera;
  moveTo(camera: Camera, told?: boolean): void;
}

const seen = ({ camera: { scale, x, y }, size: { width, height } }: Tied): Sight => ({
  scale,
  x: (width / 2 - x) / scale,
  y: (height / 2 - y) / scale,
});

/** Tells the tie of every move by hand, and goes where the other map went. */
export class Tether {
  private end: () => void = () => undefined;

  constructor(private readonly stage: Tied) {
    const leave = stage.store.subscribe((state, before) => state.tie !== before.tie && this.begin());
    this.begin();
    this.undo = () => {
      leave();
      this.end();
    };
  }

  readonly undo: () => void;

  private begin(): void {
    this.end();
    const { stage } = this;
    const { tie } = stage.store.getState();
    let heard = false;
    this.end =
      tie?.listen(stage, ({ scale, x, y }) => {
        heard = true;
        const { width, height } = stage.size;
        stage.moveTo({ scale, x: width / 2 - x * scale, y: height / 2 - y * scale }, true);
      }) ?? (() => undefined);
    // The first that is tied says where the other goes.
    if (tie && !heard) tie.tell(stage, seen(stage));
  }

  moved(): void {
    this.stage.store.getState().tie?.tell(this.stage, seen(this.stage));
  }
}
