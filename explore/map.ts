/** The map: drawn whole at rest, moved as a picture meanwhile. */
import { canvasPen } from '@/core/figure/canvas';
import type { Pen } from '@/core/figure/pen';
import { drawEdge, drawLabels, drawNode } from '@/core/figure/page';
import { textWidth } from '@/core/letters';
import { lineScale, placeLabels, pixelRadius } from '@/core/scene/labels';
import { boundsOf, fit, type Camera, type Scene } from '@/core/scene/scene';
import type { Inks } from '@/core/style';

/** Milliseconds of drawing after which the page is heard. */
const slice = 14;
/** At most so many ties are drawn in the first moment; the others follow. */
const firstEdges = 6000;
const restAfter = 140;
/** What a line has to have of opacity times width, in pixels, to be told from the ground. */
const leastShown = 0.03;
/** Hundreds of thousands of lines are drawn faster in memory than by what a card would have to be told. */
const inMemory = { willReadFrequently: true };

export interface MapView {
  /** Draws all anew, as when letters have come. */
  renew(): void;
  /** Draws anew what is seen. */
  show(seen: Uint8Array, chosen: number | undefined): void;
  fit(): void;
  zoom(by: number, x?: number, y?: number): void;
  move(dx: number, dy: number): void;
  /** Brings a node into the middle where it is out of sight. */
  reveal(v: number): void;
}

/** A pen whose lines are so many times stronger. */
function stronger(pen: Pen, times: number): Pen {
  const raised = <S extends { opacity: number }>(stroke: S): S => ({
    ...stroke,
    opacity: Math.min(1, stroke.opacity * times),
  });
  return {
    ...pen,
    line: (x1, y1, x2, y2, control, stroke) => pen.line(x1, y1, x2, y2, control, raised(stroke)),
    path: (along, stroke) => pen.path(along, raised(stroke)),
  };
}

export function mapView(
  canvas: HTMLCanvasElement,
  scene: Scene,
  ink: Inks,
  on: { hover(v: number | undefined, x: number, y: number): void; choose(v: number | undefined): void },
): MapView {
  const context = canvas.getContext('2d', inMemory) as CanvasRenderingContext2D;
  const n = scene.labels.length;
  const m = scene.source.length;
  const order = Uint32Array.from({ length: n }, (_, v) => v).sort((a, b) => scene.radius[b] - scene.radius[a] || a - b);
  /** Opacity times width of the ties in the mean, in map units; of few of them none is left out. */
  let faintness = Infinity;
  if (m > 20_000) {
    faintness = 0;
    for (let e = 0; e < m; e++) faintness += (scene.edgeColour[4 * e + 3] / 255) * scene.edgeWidth[e];
    faintness = Math.max(1e-6, faintness / m);
  }
  let seen: Uint8Array = new Uint8Array(n).fill(1);
  let chosen: number | undefined;
  let camera: Camera = { scale: 1, x: 0, y: 0 };
  let held: { canvas: HTMLCanvasElement; camera: Camera } | undefined;
  let turn = 0;
  let timer: number | undefined;
  const size = (): { width: number; height: number } => ({ width: canvas.clientWidth, height: canvas.clientHeight });
  const dots = (): number => Math.min(2, window.devicePixelRatio || 1);

  const sheet = (): { canvas: HTMLCanvasElement; context: CanvasRenderingContext2D } => {
    const made = document.createElement('canvas');
    const { width, height } = size();
    made.width = Math.max(1, Math.round(width * dots()));
    made.height = Math.max(1, Math.round(height * dots()));
    const on2d = made.getContext('2d', inMemory) as CanvasRenderingContext2D;
    on2d.scale(dots(), dots());
    on2d.fillStyle = ink.ground;
    on2d.fillRect(0, 0, width, height);
    return { canvas: made, context: on2d };
  };

  /** The picture that is there, as the camera sees it now. */
  const shift = (): void => {
    if (!held) return;
    const { width, height } = size();
    const by = camera.scale / held.camera.scale;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.fillStyle = ink.ground;
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.setTransform(dots(), 0, 0, dots(), 0, 0);
    context.drawImage(
      held.canvas,
      camera.x - held.camera.x * by,
      camera.y - held.camera.y * by,
      width * by,
      height * by,
    );
    mark();
  };

  /** What is chosen, over the picture: its ties and a ring. */
  const mark = (): void => {
    if (chosen === undefined || !seen[chosen]) return;
    const pen = canvasPen(context, size());
    for (let e = 0; e < m; e++) {
      if (
        (scene.source[e] !== chosen && scene.target[e] !== chosen) ||
        !seen[scene.source[e]] ||
        !seen[scene.target[e]]
      )
        continue;
      drawEdge(scene, e, camera, { ...pen, line: strong(pen.line), path: strong(pen.path) });
    }
    const [x, y] = at(chosen);
    const radius = pixelRadius(scene.radius[chosen], camera);
    context.globalAlpha = 1;
    context.setLineDash([]);
    context.strokeStyle = ink.ink;
    context.lineWidth = 2;
    context.beginPath();
    context.arc(x, y, radius + 3, 0, 2 * Math.PI);
    context.stroke();
    const { width, height } = size();
    const placed = placeLabels(
      { ...scene, labelled: Uint32Array.of(chosen) },
      camera,
      { width, height },
      (text, letters) => textWidth(text, letters, 600),
      [chosen],
    );
    drawLabels(scene, placed, ink, pen);
  };

  const strong =
    <A extends unknown[]>(draw: (...words: A) => void) =>
    (...words: A): void => {
      const last = words.length - 1;
      draw(...(words.map((one, i) => (i === last ? { ...(one as object), opacity: 0.9 } : one)) as A));
    };

  const at = (v: number): [number, number] => [
    scene.positions[2 * v] * camera.scale + camera.x,
    scene.positions[2 * v + 1] * camera.scale + camera.y,
  ];

  /** Draws the whole in slices; a sample of the ties is seen at once. */
  async function draw(): Promise<void> {
    const mine = ++turn;
    const from = { ...camera };
    const { width, height } = size();
    const { canvas: made, context: on2d } = sheet();
    const pen = canvasPen(on2d, { width, height });
    const labels = placeLabels(
      { ...scene, labelled: scene.labelled.filter((v) => seen[v]) },
      from,
      { width, height },
      (text, letters) => textWidth(text, letters, scene.labelWeight),
    );
    const nodes = (): void => {
      for (const v of order) if (seen[v]) drawNode(scene, v, from, ink.ground, pen);
      drawLabels(scene, labels, ink, pen);
    };
    const put = (): void => {
      held = { canvas: made, camera: from };
      shift();
    };
    // Of ties too faint for a dot's 255 steps, every so many-th is drawn as much stronger: a fair sample is seen, all of them would not be.
    const fair = Math.max(1, Math.min(m, Math.round(leastShown / (faintness * lineScale(from)))));
    const ties = fair === 1 ? pen : stronger(pen, fair);
    // A sample first, so that there is a picture of the whole at once.
    const step = Math.max(1, Math.ceil(m / fair / firstEdges));
    let since = performance.now();
    for (let first = 0; first < step; first++) {
      for (let e = first * fair; e < m; e += step * fair) {
        if (!seen[scene.source[e]] || !seen[scene.target[e]]) continue;
        drawEdge(scene, e, from, ties);
        if (performance.now() - since < slice) continue;
        await new Promise((resolve) => setTimeout(resolve));
        if (mine !== turn) return;
        since = performance.now();
      }
      if (first === 0) {
        nodes();
        put();
      }
    }
    if (step === 1) return;
    nodes();
    put();
  }

  const later = (): void => {
    shift();
    window.clearTimeout(timer);
    turn++;
    timer = window.setTimeout(() => void draw(), restAfter);
  };
  const resize = (): void => {
    const { width, height } = size();
    canvas.width = Math.max(1, Math.round(width * dots()));
    canvas.height = Math.max(1, Math.round(height * dots()));
  };
  const whole = (): void => {
    const { width, height } = size();
    camera = fit(boundsOf(scene.positions, scene.radius), width, height, 40, 3);
  };
  const zoom = (by: number, x = size().width / 2, y = size().height / 2): void => {
    const scale = Math.min(200, Math.max(0.001, camera.scale * by));
    const k = scale / camera.scale;
    camera = { scale, x: x - (x - camera.x) * k, y: y - (y - camera.y) * k };
    later();
  };
  const move = (dx: number, dy: number): void => {
    camera = { ...camera, x: camera.x + dx, y: camera.y + dy };
    later();
  };
  /** The node under a place, the smallest first where several are. */
  const under = (x: number, y: number): number | undefined => {
    let found: number | undefined;
    for (let v = 0; v < n; v++) {
      if (!seen[v]) continue;
      const [nx, ny] = at(v);
      const reach = pixelRadius(scene.radius[v], camera) + 3;
      if (Math.abs(nx - x) > reach || Math.abs(ny - y) > reach || Math.hypot(nx - x, ny - y) > reach) continue;
      if (found === undefined || scene.radius[v] < scene.radius[found]) found = v;
    }
    return found;
  };

  let dragged = 0;
  const place = (event: MouseEvent): [number, number] => {
    const box = canvas.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };
  canvas.addEventListener('pointerdown', (event) => {
    dragged = 0;
    canvas.setPointerCapture(event.pointerId);
  });
  canvas.addEventListener('pointermove', (event) => {
    const [x, y] = place(event);
    if (event.buttons & 1) {
      dragged += Math.abs(event.movementX) + Math.abs(event.movementY);
      move(event.movementX, event.movementY);
    } else on.hover(under(x, y), event.clientX, event.clientY);
  });
  canvas.addEventListener('pointerleave', () => on.hover(undefined, 0, 0));
  canvas.addEventListener('pointerup', (event) => {
    if (dragged < 4) on.choose(under(...place(event)));
  });
  canvas.addEventListener(
    'wheel',
    (event) => {
      event.preventDefault();
      zoom(2 ** (-event.deltaY / 400), ...place(event));
    },
    { passive: false },
  );
  new ResizeObserver(() => {
    resize();
    later();
  }).observe(canvas);
  resize();
  whole();
  void draw();

  return {
    renew: () => void draw(),
    show(next, v) {
      const same = next === seen;
      [seen, chosen] = [next, v];
      if (same) shift();
      else void draw();
    },
    fit() {
      whole();
      later();
    },
    zoom,
    move,
    reveal(v) {
      const [x, y] = at(v);
      const { width, height } = size();
      if (x > 20 && y > 20 && x < width - 20 && y < height - 20) return;
      move(width / 2 - x, height / 2 - y);
    },
  };
}
