/** What views that draw on a canvas of their own share: listening, its size, and keys. */

export interface CanvasSize {
  /** CSS pixels, and device pixels to one of them. */
  width: number;
  height: number;
  ratio: number;
}

/** Listeners that go together. */
export class Listening {
  private readonly undo: (() => void)[] = [];

  on<E extends Event>(target: EventTarget, type: string, handle: (event: E) => void, passive = true): void {
    const listener = handle as (event: Event) => void;
    target.addEventListener(type, listener, { passive });
    this.undo.push(() => target.removeEventListener(type, listener));
  }

  /** Hears whenever the canvas has another size, and at once. */
  size(canvas: HTMLCanvasElement, hear: (size: CanvasSize) => void): void {
    const tell = (): void => {
      const { clientWidth: width, clientHeight: height } = canvas;
      if (!width || !height) return;
      const ratio = Math.min(2, Math.max(1, window.devicePixelRatio || 1));
      canvas.width = Math.round(width * ratio);
      canvas.height = Math.round(height * ratio);
      hear({ width, height, ratio });
    };
    const watch = new ResizeObserver(tell);
    watch.observe(canvas);
    this.undo.push(() => watch.disconnect());
    tell();
  }

  end(): void {
    for (const undo of this.undo) undo();
  }
}

/** Where an event is on an element, in pixels. */
export function placeOn(element: HTMLElement, event: MouseEvent): { x: number; y: number } {
  const box = element.getBoundingClientRect();
  return { x: event.clientX - box.left, y: event.clientY - box.top };
}

/** Does what a key stands for, letters in either case, and keeps it from others; keys with Ctrl, Alt or Meta are not meant. */
export function actOn(event: KeyboardEvent, acts: ReadonlyMap<string, () => void>): void {
  const name = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const act = event.ctrlKey || event.altKey || event.metaKey ? undefined : acts.get(name);
  if (!act) return;
  event.preventDefault();
  event.stopPropagation();
  act();
}

/** The context of a canvas that is drawn without the graphics card: many small marks are steadier so, and no card is waited for. */
export const steadyContext = (canvas: HTMLCanvasElement): CanvasRenderingContext2D | null =>
  canvas.getContext('2d', { alpha: false, willReadFrequently: true });
