/** Drawings, each on a canvas that a thread draws on: the page only says what is to be seen. */
import type { Camera, Scene } from '@/core/scene';
import { nextTask } from '@/ui/kit/next-task';
import { type Director, type Kind, handing, newsOf, openEasel, releaseEasel, startSceneWorker } from '@/worker/client';

export interface Drawing extends Omit<Director, 'carryLabels'> {
  /** What it is drawn with, once it can be. */
  kind: Promise<Kind>;
  /** Takes the labels along, as they are on a canvas at a camera, until there are none. Ends once they are drawn. */
  carryLabels(labels: { canvas: HTMLCanvasElement; camera: Camera } | undefined): Promise<void>;
  dispose(): void;
}

/**
 * Begins a drawing on a canvas.
 * `onPartial` hears whether it is still being refined, `onLost` that it ended by itself: nothing can be drawn on that canvas any more.
 */
export type Opened = (canvas: HTMLCanvasElement, onPartial: (partial: boolean) => void, onLost: () => void) => Drawing;

/** Nodes and ties beyond which a scene goes to the thread in the task after: the page has drawn itself by then, and the two do not take each other's processor. */
const many = 500_000;

/** The thread that all drawings of the page share. */
let thread: ReturnType<typeof startSceneWorker> | undefined;
const lost = new Set<() => void>();

function drawingThread(): NonNullable<typeof thread> {
  if (thread) return thread;
  const made = startSceneWorker();
  made.onDeath(() => {
    thread = undefined;
    const all = [...lost];
    lost.clear();
    for (const hear of all) hear();
  });
  return (thread = made);
}

export const drawingOn: Opened = (canvas, onPartial, onLost) => {
  const plain = new URLSearchParams(window.location.search).get('canvas') === '2d';
  const easel = openEasel(drawingThread().service, canvas, plain, onPartial);
  lost.add(onLost);
  let sent: Scene | undefined;
  /** The labels that were given last; a picture of others comes too late. */
  let carried: object | undefined;
  let gone = false;
  /** What is told after a scene that waits, in its order. */
  let waiting: (() => void)[] | undefined;
  const tell = (what: () => void): void => {
    if (waiting) waiting.push(what);
    else what();
  };
  const tellAll = (): void => {
    const all = waiting ?? [];
    waiting = undefined;
    if (!gone) for (const what of all) what();
  };
  return {
    kind: easel.kind(),
    resize: (view) => tell(() => void easel.resize(view)),
    setScene(scene) {
      if (!waiting && scene.labels.length + scene.source.length > many) {
        waiting = [];
        void nextTask().then(tellAll);
      }
      tell(() => {
        const { news, memory } = newsOf(scene, sent);
        sent = scene;
        void easel.setScene(handing(news, memory));
      });
    },
    setPositions: (positions) =>
      tell(() => {
        if (sent) sent = { ...sent, positions };
        void easel.setPositions(positions);
      }),
    setPictures: (sheet) => tell(() => void easel.setPictures(handing(sheet, [sheet.image]))),
    setInks: (inks) => tell(() => void easel.setInks(inks)),
    setCamera: (camera) => tell(() => void easel.setCamera(camera)),
    setFocus: (focus) => tell(() => void easel.setFocus(focus)),
    giveWay: () => void easel.giveWay(),
    async carryLabels(labels) {
      carried = labels;
      if (!labels) return easel.carryLabels(undefined, origin);
      // As the graphics have their pictures: upside down, and mixed with their opacity.
      const picture = await createImageBitmap(labels.canvas, {
        imageOrientation: 'flipY',
        premultiplyAlpha: 'premultiply',
      });
      if (carried !== labels) return picture.close();
      await easel.carryLabels(handing(picture, [picture]), labels.camera);
    },
    dispose() {
      gone = true;
      lost.delete(onLost);
      canvas.remove();
      void easel.dispose().then(() => releaseEasel(easel));
    },
  };
};

const origin: Camera = { scale: 1, x: 0, y: 0 };

export function addCanvas(box: HTMLElement, where: 'first' | 'last' = 'last'): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.style.cssText = 'position:absolute;inset:0;width:100%;height:100%;pointer-events:none';
  if (where === 'first') box.prepend(canvas);
  else box.append(canvas);
  return canvas;
}
