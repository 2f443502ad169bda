/** Draws on one canvas that a page has handed over, so that the page never waits for its drawing. */
import type { Inks } from '@/core/style';
import type { Camera, Scene } from '@/core/scene';
import type { Pictured, Viewport } from './backend';
import { type Kind, backendFor } from './canvas';
import { type Director, type Focus, direct } from './director';
import { type SceneNews, taken } from './sending';

/** Things to draw are asked for in any order, and before it can draw: they wait, and are done in their order. */
export class Easel {
  private scene: Scene | undefined;
  /** What is on it besides, to be set again on a drawing that is begun anew. */
  private held: { view?: Viewport; camera?: Camera; inks?: Inks; focus?: Focus; sheet?: Pictured } = {};
  private opened: Promise<{ kind: Kind; director: Director }>;
  private gone = false;

  /**
   * @param canvas Drawn on from now on.
   * @param plain Whether to do without the graphics card.
   * @param onPartial Hears whether the picture is still being refined.
   */
  constructor(
    private readonly canvas: OffscreenCanvas,
    private readonly plain: boolean,
    private readonly onPartial: (partial: boolean) => void,
  ) {
    canvas.addEventListener('webglcontextlost', (event) => {
      // The browser gives lost graphics back to those who ask for it.
      if (!this.gone) event.preventDefault();
    });
    canvas.addEventListener('webglcontextrestored', () => void this.again());
    this.opened = this.open();
  }

  private async open(): Promise<{ kind: Kind; director: Director }> {
    const { kind, backend } = await backendFor(this.canvas, this.plain);
    return { kind, director: direct(backend, this.onPartial) };
  }

  /** What it draws with, once it can. */
  async kind(): Promise<Kind> {
    return (await this.opened).kind;
  }

  /** After the graphics were lost: as it was. */
  private async again(): Promise<void> {
    if (this.gone) return;
    const before = this.opened;
    this.opened = this.open();
    (await before).director.dispose();
    const { view, camera, inks, focus, sheet } = this.held;
    this.then((director) => {
      if (inks) director.setInks(inks);
      if (view) director.resize(view);
      if (camera) director.setCamera(camera);
      if (this.scene) director.setScene(this.scene);
      if (sheet) director.setPictures(sheet);
      director.setFocus(focus);
    });
  }

  private then(draw: (director: Director) => void): void {
    void this.opened.then(({ director }) => draw(director));
  }

  resize(view: Viewport): void {
    this.held.view = view;
    this.then((director) => director.resize(view));
  }

  setScene(news: SceneNews): void {
    const scene = taken(news, this.scene);
    this.scene = scene;
    this.then((director) => director.setScene(scene));
  }

  setPositions(positions: Float32Array): void {
    if (this.scene) this.scene = { ...this.scene, positions };
    this.then((director) => director.setPositions(positions));
  }

  setPictures(sheet: Pictured): void {
    this.held.sheet = sheet;
    this.then((director) => director.setPictures(sheet));
  }

  setInks(inks: Inks): void {
    this.held.inks = inks;
    this.then((director) => director.setInks(inks));
  }

  setCamera(camera: Camera): void {
    this.held.camera = camera;
    this.then((director) => director.setCamera(camera));
  }

  setFocus(focus: Focus | undefined): void {
    this.held.focus = focus;
    this.then((director) => director.setFocus(focus));
  }

  giveWay(): void {
    this.then((director) => director.giveWay());
  }

  /** Takes a picture of the labels along, upside down as the graphics have theirs, until there is none. Ends once it is drawn with them. */
  async carryLabels(labels: ImageBitmap | undefined, camera: Camera): Promise<void> {
    await (await this.opened).director.carryLabels(labels, camera);
  }

  async dispose(): Promise<void> {
    this.gone = true;
    const { kind, director } = await this.opened;
    director.dispose();
    // Not when the rubbish is cleared: browsers have few of them.
    if (kind === 'webgl2') this.canvas.getContext('webgl2')?.getExtension('WEBGL_lose_context')?.loseContext();
  }
}
