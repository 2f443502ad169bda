/** The canvas of a matrix with its pointer, wheel and keys. Outside of React: nothing here renders a component. */
import { Listening, actOn, placeOn, steadyContext } from '../on-canvas';
import { type Frame, type Picture, drawMatrix, matrixInks, room } from './draw';

const slack = 4;
const largest = 60;

/** A cell, or a row or a column by its name; −1 for none of them. */
export interface Spot {
  row: number;
  column: number;
}
export interface Hears {
  hover(spot: Spot | undefined): void;
  choose(spot: Spot | undefined, adding: boolean): void;
  /** Rows and columns of a box, from a place to one after. */
  box(rows: [number, number], columns: [number, number]): void;
}

export class MatrixStage {
  private picture: Picture | undefined;
  private theme: 'light' | 'dark' = 'light';
  private size = { width: 1, height: 1, ratio: 1 };
  private view = { x: room.left, y: room.top, cell: 1 };
  /** While true all of it is in view. */
  private following = true;
  private request = 0;
  private over: Spot | undefined;
  private pressed: { x: number; y: number; box: boolean; adding: boolean } | undefined;
  private last = { x: 0, y: 0 };
  private strongest: Uint32Array | undefined;
  private at = -1;
  private readonly heard = new Listening();

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly hears: Hears,
  ) {
    const { heard } = this;
    heard.on<PointerEvent>(canvas, 'pointerdown', (event) => this.down(event));
    heard.on<PointerEvent>(canvas, 'pointermove', (event) => this.move(event));
    heard.on<PointerEvent>(canvas, 'pointerup', (event) => this.up(event));
    heard.on(canvas, 'pointercancel', () => (this.pressed = undefined));
    heard.on(canvas, 'pointerleave', () => this.hover(undefined));
    heard.on<WheelEvent>(canvas, 'wheel', (event) => this.wheel(event), false);
    heard.on<KeyboardEvent>(canvas, 'keydown', (event) => this.key(event), false);
    heard.size(canvas, (size) => {
      this.size = size;
      if (this.following) this.fit();
      this.draw();
    });
  }

  dispose(): void {
    this.heard.end();
    cancelAnimationFrame(this.request);
  }

  show(picture: Picture, theme: 'light' | 'dark'): void {
    const other = this.picture?.matrix !== picture.matrix;
    this.picture = picture;
    this.theme = theme;
    if (other) [this.strongest, this.at] = [undefined, -1];
    if (other && (this.following || this.over)) this.hover(undefined);
    if (this.following) this.fit();
    this.draw();
  }

  fit = (): void => {
    this.following = true;
    if (!this.picture) return;
    const { width, height } = this.size;
    const { rows, columns } = this.picture.matrix;
    const cell = Math.min(
      largest,
      (width - room.left - 16) / Math.max(1, columns.length),
      (height - room.top - 16) / Math.max(1, rows.length),
    );
    this.view = { x: room.left, y: room.top, cell: Math.max(0.01, cell) };
    this.draw();
  };

  zoomBy(by: number, x = (this.size.width + room.left) / 2, y = (this.size.height + room.top) / 2): void {
    this.following = false;
    const { view } = this;
    const cell = Math.max(0.02, Math.min(largest, view.cell * by));
    const real = cell / view.cell;
    this.view = { cell, x: x - (x - view.x) * real, y: y - (y - view.y) * real };
    this.draw();
  }

  private panBy(dx: number, dy: number): void {
    this.following = false;
    this.view = { ...this.view, x: this.view.x + dx, y: this.view.y + dy };
    this.draw();
  }

  private get frame(): Frame {
    return { ...this.view, width: this.size.width, height: this.size.height };
  }

  private draw(): void {
    cancelAnimationFrame(this.request);
    this.request = requestAnimationFrame(() => {
      const context = steadyContext(this.canvas);
      if (!context || !this.picture) return;
      context.setTransform(this.size.ratio, 0, 0, this.size.ratio, 0, 0);
      const over = this.over && this.over.row >= 0 && this.over.column >= 0 ? this.over : undefined;
      drawMatrix(context, this.picture, this.frame, over, matrixInks[this.theme]);
      if (this.pressed?.box) {
        context.setLineDash([4, 3]);
        context.strokeStyle = matrixInks[this.theme].ink;
        context.strokeRect(this.pressed.x, this.pressed.y, this.last.x - this.pressed.x, this.last.y - this.pressed.y);
        context.setLineDash([]);
      }
      this.canvas.dataset.drawn = 'yes';
    });
  }

  private spotAt(x: number, y: number): Spot | undefined {
    if (!this.picture) return undefined;
    const { matrix } = this.picture;
    const place = (at: number, first: number, least: number, many: number): number => {
      const i = Math.floor((at - first) / this.view.cell);
      return at < least || i < 0 || i >= many ? -1 : i;
    };
    const row = place(y, this.view.y, room.top, matrix.rows.length);
    const column = place(x, this.view.x, room.left, matrix.columns.length);
    const named = (x < room.left && row >= 0) || (y < room.top && column >= 0);
    return named || (row >= 0 && column >= 0) ? { row, column } : undefined;
  }

  private hover(spot: Spot | undefined): void {
    if (spot?.row === this.over?.row && spot?.column === this.over?.column) return;
    this.over = spot;
    this.hears.hover(spot);
    this.draw();
  }

  private down(event: PointerEvent): void {
    if (event.button !== 0) return;
    this.canvas.setPointerCapture(event.pointerId);
    this.canvas.focus({ preventScroll: true });
    this.last = placeOn(this.canvas, event);
    this.pressed = { ...this.last, box: event.shiftKey, adding: event.shiftKey || event.ctrlKey || event.metaKey };
  }

  private move(event: PointerEvent): void {
    const { x, y } = placeOn(this.canvas, event);
    const { pressed, last } = this;
    if (!pressed) {
      this.hover(this.spotAt(x, y));
      this.canvas.style.cursor = this.over ? 'pointer' : 'grab';
      return;
    }
    if (Math.hypot(x - pressed.x, y - pressed.y) < slack) return;
    if (!pressed.box) this.panBy(x - last.x, y - last.y);
    this.last = { x, y };
    this.draw();
  }

  private up(event: PointerEvent): void {
    const { x, y } = placeOn(this.canvas, event);
    const { pressed, picture } = this;
    this.pressed = undefined;
    this.draw();
    if (!pressed || !picture) return;
    if (Math.hypot(x - pressed.x, y - pressed.y) < slack) return this.hears.choose(this.spotAt(x, y), pressed.adding);
    if (!pressed.box) return;
    const part = (a: number, b: number, first: number, many: number): [number, number] => [
      Math.max(0, Math.floor((Math.min(a, b) - first) / this.view.cell)),
      Math.min(many, Math.ceil((Math.max(a, b) - first) / this.view.cell)),
    ];
    const { rows, columns } = picture.matrix;
    this.hears.box(part(y, pressed.y, this.view.y, rows.length), part(x, pressed.x, this.view.x, columns.length));
  }

  private wheel(event: WheelEvent): void {
    event.preventDefault();
    const { x, y } = placeOn(this.canvas, event);
    this.zoomBy(Math.exp(-event.deltaY * (event.deltaMode === 1 ? 18 : 1) * 0.0016), x, y);
  }

  private key(event: KeyboardEvent): void {
    actOn(
      event,
      new Map<string, () => void>([
        ['ArrowLeft', () => this.panBy(60, 0)],
        ['ArrowRight', () => this.panBy(-60, 0)],
        ['ArrowUp', () => this.panBy(0, 60)],
        ['ArrowDown', () => this.panBy(0, -60)],
        ['+', () => this.zoomBy(1.35)],
        ['-', () => this.zoomBy(1 / 1.35)],
        ['f', this.fit],
        ['n', () => this.step(event.shiftKey ? -1 : 1)],
      ]),
    );
  }

  /** Chooses the cells one after the other, from the strongest on. */
  private step(by: 1 | -1): void {
    if (!this.picture?.matrix.column.length) return;
    const { offsets, column, value } = this.picture.matrix;
    this.strongest ??= Uint32Array.from(value.keys()).sort((a, b) => value[b] - value[a] || a - b);
    this.at = this.at < 0 && by < 0 ? column.length - 1 : (this.at + by + column.length) % column.length;
    const k = this.strongest[this.at];
    let [low, high] = [0, offsets.length - 2];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (offsets[middle] <= k) low = middle;
      else high = middle - 1;
    }
    const spot = { row: low, column: column[k] };
    this.hover(spot);
    this.hears.choose(spot, false);
  }
}
