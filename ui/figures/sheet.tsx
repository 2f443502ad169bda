'use client';
import { clsx } from 'clsx';
import { useEffect, useRef, useState } from 'react';
import { kindOfPart, type FigurePart } from '@/core/figure/plan';
import { own } from '@/core/own';
import { useWidth } from '@/ui/kit/use-width';
import { useFigure, useFigureSession, useFigureStore } from './context';
import { Sights, sightFilter } from './sights';

/** Pixels left free around the page. */
const around = 20;
/** The page is shown at most so many times larger than it is drawn. */
const closest = 2.4;

/** The page as it will be printed, its parts as buttons over it. */
export function Sheet({ ready }: { ready: boolean }) {
  const session = useFigureSession();
  const drawn = useFigure((state) => state.drawn);
  const name = useFigure((state) => state.name);
  const fault = useFigure((state) => state.fault);
  const seen = useFigure((state) => state.seen);
  const drawing = useFigure((state) => state.drawing);
  const figure = useFigure((state) => state.figure);
  const canvas = useRef<HTMLCanvasElement>(null);
  const room = useRef<HTMLElement>(null);
  const wide = useWidth(room, 0);
  const pageWidth = drawn?.width ?? 640;
  const zoom = wide ? Math.min(closest, Math.max(0.05, (wide - 2 * around) / pageWidth)) : 0;
  useEffect(() => {
    if (!ready || !zoom) return;
    const factor = zoom * Math.min(2, window.devicePixelRatio || 1);
    session.current?.shown(factor, (bitmap) => {
      const element = canvas.current;
      if (!element) return;
      element.width = bitmap.width;
      element.height = bitmap.height;
      element.getContext('bitmaprenderer')?.transferFromImageBitmap(bitmap);
    });
  }, [ready, session, zoom]);
  return (
    <main
      ref={room}
      className="relative min-w-0 grow overflow-auto bg-rule [scrollbar-gutter:stable]"
      aria-label="The page"
    >
      <h1 className="sr-only">{name}</h1>
      <Sights />
      {fault && (
        <p role="alert" className="m-5 rounded-md bg-danger-tint px-3 py-2 text-danger">
          {fault}
        </p>
      )}
      <div className="relative mx-auto my-4 w-fit border border-line bg-panel" style={{ filter: sightFilter(seen) }}>
        <canvas
          ref={canvas}
          role="img"
          aria-label={`The page of ${name}, ${figure.width} × ${figure.height} mm`}
          style={drawn ? { width: drawn.width * zoom, height: drawn.height * zoom } : { width: 0, height: 0 }}
          className="block"
        />
        {drawn?.boxes.map(({ id, box }) => {
          const part = figure.parts.find((one) => one.id === id);
          return part ? <Spot key={id} part={part} box={box} zoom={zoom} /> : null;
        })}
      </div>
      {drawing !== undefined && (
        <p role="status" className="sticky bottom-3 mx-auto w-fit rounded-md bg-ink px-2.5 py-1 text-sm text-paper">
          {drawn ? 'Drawing the page …' : 'Computing the networks …'}
          {drawing > 0.01 ? ` ${Math.round(100 * drawing)} %` : ''}
        </p>
      )}
    </main>
  );
}

interface SpotBox {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A part on the page: a click chooses it; a chosen text is written in place, a chosen map is moved. */
function Spot({ part, box, zoom }: { part: FigurePart; box: SpotBox; zoom: number }) {
  const chosen = useFigure((state) => state.selected === part.id);
  const store = useFigureStore();
  const place = {
    left: box.x * zoom,
    top: box.y * zoom,
    width: box.width * zoom,
    height: Math.max(10, box.height * zoom),
  };
  const title = kindOfPart(part).title;
  if (chosen && 'text' in part && part.kind !== 'method') return <Writing part={part} place={place} zoom={zoom} />;
  if (chosen && part.kind === 'map') return <MovedMap part={part} place={place} zoom={zoom} />;
  return (
    <button
      type="button"
      aria-label={`${title}: choose`}
      aria-pressed={chosen}
      style={place}
      onClick={() => store.setState({ selected: part.id })}
      className={clsx(
        'absolute rounded-[2px] outline-offset-2',
        chosen ? 'outline-2 outline-accent' : 'hover:outline-1 hover:outline-accent',
      )}
    />
  );
}

const looks: Record<string, { points: number; className: string; leading: number }> = {
  title: { points: 16, className: 'font-serif font-semibold', leading: 1.32 },
  subtitle: { points: 10.5, className: 'font-serif text-quiet', leading: 1.32 },
  caption: { points: 9.5, className: 'font-serif', leading: 1.32 },
  credit: { points: 7.5, className: 'text-quiet', leading: 1.32 },
};

/** A text part that is written where it stands. */
function Writing({
  part,
  place,
  zoom,
}: {
  part: FigurePart & { text: string; size?: number };
  place: { left: number; top: number; width: number; height: number };
  zoom: number;
}) {
  const store = useFigureStore();
  const drawn = useFigure((state) => state.drawn);
  const [text, setText] = useState(part.text);
  useEffect(() => setText(part.text), [part.text]);
  const look = looks[part.kind];
  // A point takes 4/3 of the page's pixels, over how much it is magnified.
  const share = Math.min(1, (store.getState().figure.width / 174) ** 0.4);
  const size = ((part.size ?? look.points * share) * 4) / 3;
  return (
    <textarea
      aria-label={`${kindOfPart(part).title} on the page`}
      autoFocus
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => store.getState().part(part.id, { text })}
      onKeyDown={(event) => {
        if (event.key === 'Escape') store.setState({ selected: undefined });
      }}
      style={{
        ...place,
        height: place.height + 4,
        fontSize: size * zoom,
        lineHeight: look.leading,
        background: drawn?.ground,
      }}
      className={clsx('absolute resize-none overflow-hidden outline-2 outline-offset-2 outline-accent', look.className)}
    />
  );
}

/** Dragging moves the map, the wheel brings it closer; arrows, plus, minus and 0 do the same. */
function MovedMap({
  part,
  place,
  zoom,
}: {
  part: FigurePart & { kind: 'map' };
  place: { left: number; top: number; width: number; height: number };
  zoom: number;
}) {
  const store = useFigureStore();
  const spot = useRef<HTMLButtonElement>(null);
  const now = () => store.getState().drawn?.cameras.find((one) => one.part === part.id);
  const put = (to: { x?: number; y?: number; zoom?: number }): void => {
    const camera = now();
    if (!camera) return;
    const next = {
      x: to.x ?? camera.x,
      y: to.y ?? camera.y,
      zoom: Math.min(200, Math.max(0.05, to.zoom ?? camera.zoom)),
    };
    // The next move builds on this one, whether or not it is drawn yet.
    const { drawn } = store.getState();
    if (drawn)
      store.setState({
        drawn: {
          ...drawn,
          cameras: drawn.cameras.map((one) =>
            one.part === part.id ? { ...one, ...next, scale: (one.scale * next.zoom) / one.zoom } : one,
          ),
        },
      });
    store.getState().part(part.id, { camera: next }, 'camera');
  };
  const move = (dx: number, dy: number): void => {
    const camera = now();
    if (camera) put({ x: camera.x - dx / camera.scale / zoom, y: camera.y - dy / camera.scale / zoom });
  };
  const closer = useRef(put);
  closer.current = put;
  useEffect(() => {
    const element = spot.current;
    // The wheel would move the page as well, which only a listener of one's own can keep it from.
    const turned = (event: WheelEvent): void => {
      event.preventDefault();
      const camera = store.getState().drawn?.cameras.find((one) => one.part === part.id);
      if (camera) closer.current({ zoom: camera.zoom * 2 ** (-event.deltaY / 400) });
    };
    element?.focus({ preventScroll: true });
    element?.addEventListener('wheel', turned, { passive: false });
    return () => element?.removeEventListener('wheel', turned);
  }, [part.id, store]);
  const handlers = {
    onPointerDown(event: React.PointerEvent<HTMLButtonElement>) {
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove(event: React.PointerEvent<HTMLButtonElement>) {
      if (event.currentTarget.hasPointerCapture(event.pointerId) && event.buttons === 1)
        move(event.movementX, event.movementY);
    },
    onKeyDown(event: React.KeyboardEvent) {
      const camera = now();
      if (!camera || event.ctrlKey || event.metaKey || event.altKey) return;
      const steps: Record<string, () => void> = {
        ArrowLeft: () => move(20, 0),
        ArrowRight: () => move(-20, 0),
        ArrowUp: () => move(0, 20),
        ArrowDown: () => move(0, -20),
        '+': () => put({ zoom: camera.zoom * 1.25 }),
        '-': () => put({ zoom: camera.zoom / 1.25 }),
        '0': () => store.getState().part(part.id, { camera: undefined }),
      };
      const step = own(steps, event.key);
      if (!step) return;
      event.preventDefault();
      step();
    },
  };
  return (
    <button
      ref={spot}
      type="button"
      aria-pressed
      aria-label="Map: arrows move it, plus and minus bring it closer and farther, 0 shows the whole"
      style={place}
      className="absolute cursor-grab touch-none rounded-[2px] outline-2 outline-offset-2 outline-accent active:cursor-grabbing"
      {...handlers}
    />
  );
}
