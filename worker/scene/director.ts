/** Decides what is drawn when: coarse while something moves, fine at rest, never more than the machine bears. */
import { counting } from '@/core/graph';
import type { Inks } from '@/core/style';
import type { Camera, Scene } from '@/core/scene';
import type { Backend, Pictured, Viewport } from './backend';

/** A frame should take no longer than this, in milliseconds. */
const frameBudget = 45;
/** The first frame of a new scene, which answers what somebody did; a fuller one follows. */
const firstBudget = 15;
/** After this long without movement the picture is refined. */
const restAfter = 140;
const chunk = 5000;
/** So many pieces of the fine picture are with the machine at a time, so that it need not wait for the next. */
const piecesAhead = 2;
/** A picture that is about to give way to another is refined no further, for so many milliseconds at most. */
const givesWayFor = 1000;
/** Up to this many edges, and nodes at the price of edges, are drawn afresh in every frame. */
const alwaysAll = 1500;
const edgesANode = 4;
/** Up to this many edges are drawn in their own order, as in an exported picture. */
const ownOrder = 4000;
/** How many times as strong an edge of a sample is at most. */
const strongest = 12;
/** So few edges cost no more than a frame's nodes. */
const fewEdges = 300;
const leastEdges = 400;

/** Nodes to stand out, 1 for each, and the edges that do. */
export interface Focus {
  nodes: Uint8Array;
  edges: Uint32Array;
}

export interface Director {
  resize(view: Viewport): void;
  setScene(scene: Scene): void;
  setPositions(positions: Float32Array): void;
  /** Takes the sheet over. */
  setPictures(sheet: Pictured): void;
  setInks(inks: Inks): void;
  setCamera(camera: Camera): void;
  /** Undefined: all alike. */
  setFocus(focus: Focus | undefined): void;
  /** Another scene is being computed, which needs the machine: this one is refined no further until then, or for a second. */
  giveWay(): void;
  /** Takes a picture of the labels along while the camera moves, until there is none. Ends once a frame was drawn so; at once where labels cannot be carried. */
  carryLabels(labels: ImageBitmap | undefined, camera: Camera): Promise<void>;
  dispose(): void;
}

/** `onPartial` hears whether the picture is still being refined. */
export function direct(backend: Backend, onPartial: (partial: boolean) => void): Director {
  let scene: Scene | undefined;
  let edges = 0;
  let camera: Camera = { scale: 1, x: 0, y: 0 };
  let focus: Focus | undefined;
  let request = 0;
  let dirty = false;
  let movedAt = -Infinity;
  let positionsMovedAt = -Infinity;
  let gaveWayAt = -Infinity;
  // What the finished layer shows, and how far the next one is.
  let layerStale = true;
  /** Whether the layer with the nodes on it shows all of them alike. */
  let wholeLayer = false;
  let moved = false;
  /** Whether nothing of the scene was drawn yet. */
  let unseen = true;
  let refined = -1;
  let refining: Camera | undefined;
  let partial = false;
  // Learnt from the frames: how many edges the machine draws in a millisecond.
  let edgesPerMs = 80;
  /** Frames that are not known to be done, the oldest first. */
  let issued: { at: number; edges: number }[] = [];
  let doneAt = -Infinity;
  /** They hear of the next frame that is on the screen. */
  let waiting: (() => void)[] = [];

  /** Fewer edges, each the stronger, so that the shading stays about the same. */
  const strengthOf = (count: number): number => Math.min(strongest, Math.sqrt(edges / count));
  const tell = (now: boolean): void => {
    if (now === partial) return;
    partial = now;
    onPartial(now);
  };
  const wake = (): void => {
    if (!request) request = requestAnimationFrame(frame);
  };
  /** From frames that are done since the last time, when so many are not. */
  const learn = (now: number, ahead: number): void => {
    const done = issued.slice(0, Math.max(0, issued.length - ahead));
    if (!done.length) return;
    issued = issued.slice(done.length);
    const drawn = done.reduce((sum, frame) => sum + frame.edges, 0);
    // Where they stood in line the machine went from one to the next. Short times say little.
    const took = now - Math.max(doneAt, done[0].at);
    if (drawn > fewEdges && took > 4) edgesPerMs = Math.max(2, 0.7 * edgesPerMs + (0.3 * drawn) / took);
    doneAt = now;
  };
  const drew = (now: number, count: number): void => {
    backend.flush();
    issued.push({ at: now, edges: count });
  };

  /** Ends a frame on the screen. */
  const shownWith = (now: number, count: number): void => {
    backend.showLabels?.(camera);
    drew(now, count);
    const heard = waiting;
    waiting = [];
    for (const hear of heard) hear();
  };

  function frame(now: number): void {
    request = 0;
    const ahead = backend.ahead();
    learn(now, ahead);
    if (!scene) return;
    const within = (budget: number): number => Math.max(leastEdges, Math.floor(edgesPerMs * budget));
    const capacity = within(frameBudget);
    const atFirst = within(firstBudget);
    const resting = now - movedAt > restAfter;
    const settled = now - positionsMovedAt > restAfter;
    // Frames of a few edges follow each other without waiting: the browser itself holds them back where it must.
    const heavy = issued.some((one) => one.edges > fewEdges);
    if (heavy && (dirty || !settled || ahead >= piecesAhead)) return wake();
    if (edges + edgesANode * scene.labels.length <= Math.min(capacity, alwaysAll)) {
      // Few enough to be drawn afresh each time.
      if (dirty) {
        dirty = false;
        backend.clear();
        backend.drawEdges(camera, 0, edges, focus ? 0.25 : 1);
        if (focus) backend.drawChosenEdges(camera, focus.edges);
        backend.drawNodes(camera, true);
        shownWith(now, edges);
      }
      tell(false);
      return;
    }
    if (!settled) {
      layerStale = true;
      refined = -1;
      if (dirty) {
        const count = Math.min(edges, unseen ? atFirst : capacity);
        dirty = unseen = false;
        backend.clear();
        backend.drawEdges(camera, 0, count, strengthOf(count));
        backend.drawNodes(camera, false);
        shownWith(now, count);
      }
      tell(true);
      return wake();
    }
    show(now, resting, capacity, atFirst);
  }

  function show(now: number, resting: boolean, capacity: number, atFirst: number): void {
    const count = Math.min(edges, unseen ? atFirst : capacity);
    const shown = backend.layerCamera();
    const usable = shown && !layerStale;
    if (dirty) {
      dirty = false;
      backend.clear();
      if (usable && !resting && !focus && wholeLayer) {
        // While the camera moves one picture is moved, nodes and all.
        backend.showWhole(camera);
        shownWith(now, 0);
        tell(true);
        return wake();
      }
      if (usable) backend.showLayer(camera, focus ? 0.3 : 1);
      else backend.drawEdges(camera, 0, count, strengthOf(count));
      if (focus) backend.drawChosenEdges(camera, focus.edges.subarray(0, count));
      // Many nodes are coarse at first as well, but few never blink.
      const coarse = unseen && edgesANode * (scene?.labels.length ?? 0) > atFirst;
      backend.drawNodes(camera, resting && !coarse);
      shownWith(now, usable ? 0 : count);
      dirty = unseen && (coarse || count < Math.min(edges, capacity));
      if (!resting || dirty) tell(true);
      unseen = false;
      return wake();
    }
    if (!resting) return wake();
    if (usable && same(shown, camera)) {
      // The last frame of a movement was the moved picture.
      if (moved) {
        moved = false;
        dirty = true;
        return wake();
      }
      return tell(false);
    }
    tell(true);
    if (now - gaveWayAt < givesWayFor) return wake();
    if (!refining || !same(refining, camera) || refined < 0) {
      refining = camera;
      refined = 0;
      backend.beginLayer(camera);
    }
    const to = Math.min(edges, refined + Math.max(400, Math.min(chunk, Math.floor(capacity / piecesAhead))));
    backend.drawOnLayer(refined, to);
    drew(now, to - refined);
    refined = to;
    if (refined === edges) {
      backend.finishLayer();
      wholeLayer = focus === undefined;
      layerStale = false;
      refining = undefined;
      refined = -1;
      dirty = true;
    }
    wake();
  }

  const restart = (): void => {
    layerStale = true;
    refined = -1;
    dirty = true;
    wake();
  };

  return {
    resize(view) {
      backend.resize(view);
      restart();
    },
    setScene(next) {
      gaveWayAt = -Infinity;
      scene = next;
      unseen = true;
      edges = next.source.length;
      backend.setScene(next, fairOrder(next.source.length));
      backend.setFocus(focus && focus.nodes.length === next.labels.length ? focus.nodes : undefined);
      restart();
    },
    setPositions(positions) {
      if (!scene) return;
      scene = { ...scene, positions };
      backend.setPositions(positions);
      positionsMovedAt = performance.now();
      dirty = true;
      wake();
    },
    setPictures(sheet) {
      backend.setPictures(sheet);
      restart();
    },
    setInks(inks) {
      backend.setInks(inks);
      restart();
    },
    setCamera(next) {
      if (same(next, camera)) return;
      camera = next;
      moved = true;
      movedAt = performance.now();
      dirty = true;
      wake();
    },
    setFocus(next) {
      focus = next;
      backend.setFocus(next?.nodes);
      dirty = true;
      wake();
    },
    giveWay() {
      gaveWayAt = performance.now();
    },
    async carryLabels(labels, at) {
      if (!backend.setLabels || !scene) return;
      backend.setLabels(labels, at);
      dirty = true;
      wake();
      await new Promise<void>((drawn) => waiting.push(drawn));
    },
    dispose() {
      cancelAnimationFrame(request);
      backend.dispose();
    },
  };
}

/**
 * An order of which any first part is spread evenly over all edges: steps of about the golden section of their number. Few edges keep their own order, as
 * in the exported picture.
 */
function fairOrder(edges: number): Uint32Array {
  if (edges <= ownOrder) return counting(edges);
  const order = new Uint32Array(edges);
  let stride = Math.floor(edges * 0.6180339887498949);
  while (commonDivisor(stride, edges) !== 1) stride++;
  for (let e = 0, at = 0; e < edges; e++) {
    order[e] = at;
    at += stride;
    if (at >= edges) at -= edges;
  }
  return order;
}

function commonDivisor(a: number, b: number): number {
  return b === 0 ? a : commonDivisor(b, a % b);
}

const same = (a: Camera, b: Camera): boolean => a.scale === b.scale && a.x === b.x && a.y === b.y;
