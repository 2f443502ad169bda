/** What draws the scene: WebGL2 where there is some, a 2D canvas elsewhere. The director decides what is drawn when. */
import type { Inks } from '@/core/style';
import type { Sheet } from '@/core/figure';
import type { Camera, Scene } from '@/core/scene';

export interface Viewport {
  /** CSS pixels. */
  width: number;
  height: number;
  /** Device pixels a CSS pixel, 1 to 3. */
  ratio: number;
}

/** What is drawn on: in the page, or in a thread that the page has handed it to. */
export type Surface = HTMLCanvasElement | OffscreenCanvas;

/** The pictures that nodes have, on one sheet. */
export type Pictured = Sheet & { image: ImageBitmap };

export interface Backend {
  resize(view: Viewport): void;
  /** New nodes, edges and looks. `order` lists the edges shuffled, so that any first part of it is a fair sample. */
  setScene(scene: Scene, order: Uint32Array): void;
  setPositions(positions: Float32Array): void;
  /** The pictures that nodes have, once they are read; nodes are drawn without until then. */
  setPictures(sheet: Pictured): void;
  setInks(inks: Inks): void;
  /** Nodes to stand out, the others dimmed: 1 for each that stands out. Undefined: all alike. */
  setFocus(focus: Uint8Array | undefined): void;

  /** Wipes the screen. */
  clear(): void;
  /** Edges from … to − 1 of the shuffled order, onto the screen; `strength` scales their opacity. */
  drawEdges(camera: Camera, from: number, to: number, strength: number): void;
  /** The edges listed, by their own numbers, onto the screen. */
  drawChosenEdges(camera: Camera, edges: Uint32Array): void;
  /** Begins a hidden layer half as large again as the view each way, drawn on in pieces, shown once it is finished. */
  beginLayer(camera: Camera): void;
  drawOnLayer(from: number, to: number): void;
  finishLayer(): void;
  /** The finished layer's camera; undefined where there is none. */
  layerCamera(): Camera | undefined;
  /** Shows the finished layer as it would lie at another camera. */
  showLayer(camera: Camera, strength: number): void;
  /** Shows the finished layer with the nodes on it, as they were when it was finished. */
  showWhole(camera: Camera): void;
  /** All nodes; `fine` with rims and smooth edges. */
  drawNodes(camera: Camera, fine: boolean): void;
  /** A picture of the labels as they stand at a camera, upside down, to be moved along while the camera moves; undefined: none. Missing where labels cannot be carried. */
  setLabels?(labels: ImageBitmap | undefined, camera: Camera): void;
  showLabels?(camera: Camera): void;
  /** Ends the frame. */
  flush(): void;
  /** How many of the frames that were ended the machine still works on; the oldest end first. */
  ahead(): number;
  dispose(): void;
}
