/** The scene on WebGL2. */
import * as twgl from 'twgl.js';
import { type Inks, mostCurves, rgb } from '@/core/style';
import { fallingOrder } from '@/core/graph';
import { type Camera, type Scene } from '@/core/scene';
import { lineScale } from '@/core/scene';
import type { Backend, Pictured, Surface, Viewport } from './backend';
import { type Layer, freeLayer, layerRoom, newLayer, roomy, textureOf } from './webgl-layer';
import { LaidEdges } from './webgl-edges';
import { Memory, batch, packedNodes, wordsOf } from './webgl-memory';
import { Pictures } from './webgl-pictures';
import { curveSegments, type Programs, makePrograms } from './webgl-programs';

/** Frames of little work follow each other without waiting: no more of them than this are watched. */
const mostFences = 4;

/** Undefined where the browser has no WebGL2. */
export async function webglBackend(canvas: Surface): Promise<Backend | undefined> {
  const gl = (canvas as OffscreenCanvas).getContext('webgl2', {
    antialias: false,
    alpha: true,
    premultipliedAlpha: true,
    depth: false,
  });
  if (!gl) return undefined;
  return new WebglBackend(gl, await makePrograms(gl));
}

class WebglBackend implements Backend {
  private readonly memory: Memory;
  private view: Viewport = { width: 1, height: 1, ratio: 1 };
  private scene: Scene | undefined;
  private curved = false;
  private readonly laid: LaidEdges;
  private rim: number[] = [1, 1, 1];
  /** Red, green, blue, opacity of each node. */
  private nodeColours = new Uint8Array(0);
  private front: Layer | undefined;
  private back: Layer | undefined;
  /** The finished layer with the nodes on it, for while the camera moves. */
  private whole: Layer | undefined;
  private labels: { texture: WebGLTexture; camera: Camera } | undefined;
  /** One for each frame that was ended and may not be done, the oldest first. */
  private readonly fences: WebGLSync[] = [];
  private readonly pictures: Pictures;

  constructor(
    private readonly gl: WebGL2RenderingContext,
    private readonly programs: Programs,
  ) {
    this.memory = new Memory(gl);
    this.laid = new LaidEdges(this.memory);
    this.pictures = new Pictures(gl);
    gl.enable(gl.BLEND);
    gl.blendFunc(gl.ONE, gl.ONE_MINUS_SRC_ALPHA);
    gl.bindVertexArray(gl.createVertexArray());
  }

  resize(view: Viewport): void {
    this.view = view;
    const { canvas } = this.gl;
    canvas.width = Math.max(1, Math.round(view.width * view.ratio));
    canvas.height = Math.max(1, Math.round(view.height * view.ratio));
    for (const layer of [this.front, this.back, this.whole]) if (layer) freeLayer(this.gl, layer);
    this.front = this.back = this.whole = undefined;
  }

  setScene(scene: Scene, order: Uint32Array): void {
    this.scene = scene;
    this.laid.set(scene, order);
    this.curved = this.laid.bent && scene.source.length <= mostCurves;
    const { nodes, nodeColours } = packedNodes(scene, this.pictures.places);
    this.nodeColours = nodeColours;
    this.memory.upload('nodes', nodes, 4);
    this.memory.upload('nodeColours', wordsOf(this.nodeColours), 1);
    this.memory.upload('nodeOrder', fallingOrder(scene.radius), 1);
    this.setPositions(scene.positions);
  }

  setPositions(positions: Float32Array): void {
    this.memory.upload('positions', this.laid.places(positions), 2);
  }

  setPictures(sheet: Pictured): void {
    this.pictures.set(sheet);
    if (this.scene) this.memory.upload('nodes', packedNodes(this.scene, sheet.places).nodes, 4);
  }

  setInks(inks: Inks): void {
    this.rim = rgb(inks.ground).map((part) => part / 255);
  }

  setFocus(focus: Uint8Array | undefined): void {
    const { nodeColours, scene } = this;
    for (let v = 0; 4 * v < nodeColours.length; v++) {
      const own = scene?.opacity[v] ?? 255;
      nodeColours[4 * v + 3] = focus && !focus[v] ? Math.round(own * 0.22) : own;
    }
    this.memory.upload('nodeColours', wordsOf(nodeColours), 1);
  }

  clear(): void {
    this.drawOn(undefined);
    this.wipe();
  }

  /** What is drawn next goes onto a layer, or onto the screen. */
  private drawOn(layer: Layer | undefined): void {
    const { gl } = this;
    gl.bindFramebuffer(gl.FRAMEBUFFER, layer?.frame.framebuffer ?? null);
    gl.viewport(0, 0, layer?.frame.width ?? gl.canvas.width, layer?.frame.height ?? gl.canvas.height);
  }

  private wipe(): void {
    this.gl.clearColor(0, 0, 0, 0);
    this.gl.clear(this.gl.COLOR_BUFFER_BIT);
  }

  drawEdges(camera: Camera, from: number, to: number, strength: number): void {
    this.edgesOf(camera, this.view, from, to, strength);
  }

  drawChosenEdges(camera: Camera, edges: Uint32Array): void {
    // What is chosen stands out by being stronger than the rest.
    this.pieces(camera, this.view, 'chosen', 0, this.laid.choose(edges), 2.2);
  }

  beginLayer(camera: Camera): void {
    const { view } = this;
    const width = Math.ceil(view.width * view.ratio * layerRoom);
    const height = Math.ceil(view.height * view.ratio * layerRoom);
    this.back ??= newLayer(this.gl, camera, width, height);
    this.back.camera = camera;
    this.drawOn(this.back);
    this.wipe();
  }

  drawOnLayer(from: number, to: number): void {
    const { back, view } = this;
    if (!back) return;
    this.drawOn(back);
    const { room, camera } = roomy(view, back.camera);
    this.edgesOf(camera, room, from, to, 1);
    this.drawOn(undefined);
  }

  finishLayer(): void {
    [this.front, this.back] = [this.back, this.front];
    const { front, view, scene } = this;
    if (!front || !scene) return;
    this.whole ??= newLayer(this.gl, front.camera, front.frame.width, front.frame.height);
    this.whole.camera = front.camera;
    this.drawOn(this.whole);
    this.wipe();
    const { room, camera } = roomy(view, front.camera);
    this.lay(front.frame.attachments[0], [0, 0, room.width, room.height], room, 1);
    this.nodes(camera, room, true);
    this.drawOn(undefined);
  }

  showWhole(camera: Camera): void {
    this.show(this.whole, camera, 1);
  }

  setLabels(labels: ImageBitmap | undefined, camera: Camera): void {
    const { gl } = this;
    if (this.labels) gl.deleteTexture(this.labels.texture);
    this.labels = labels && { texture: textureOf(gl, labels), camera };
  }

  showLabels(camera: Camera): void {
    const { labels, view } = this;
    if (!labels) return;
    const zoom = camera.scale / labels.camera.scale;
    const [left, top] = [camera.x - labels.camera.x * zoom, camera.y - labels.camera.y * zoom];
    this.lay(labels.texture, [left, top, view.width * zoom, view.height * zoom], view, 1);
  }

  layerCamera(): Camera | undefined {
    return this.front?.camera;
  }

  showLayer(camera: Camera, strength: number): void {
    this.show(this.front, camera, strength);
  }

  private show(layer: Layer | undefined, camera: Camera, strength: number): void {
    const { view } = this;
    if (!layer) return;
    const zoom = camera.scale / layer.camera.scale;
    const margin = (layerRoom - 1) / 2;
    const left = camera.x - (layer.camera.x + view.width * margin) * zoom;
    const top = camera.y - (layer.camera.y + view.height * margin) * zoom;
    const quad = [left, top, view.width * layerRoom * zoom, view.height * layerRoom * zoom];
    this.lay(layer.frame.attachments[0], quad, view, strength);
  }

  /** Draws a texture over a rectangle of a view: left, top, width and height in its pixels. */
  private lay(texture: WebGLTexture, quad: number[], view: { width: number; height: number }, strength: number): void {
    const { gl } = this;
    this.use(this.programs.layer, {
      uLayer: texture,
      uQuad: quad,
      uSize: [view.width, view.height],
      uStrength: strength,
    });
    gl.drawArrays(gl.TRIANGLE_STRIP, 0, 4);
  }

  drawNodes(camera: Camera, fine: boolean): void {
    this.nodes(camera, this.view, fine);
  }

  private nodes(camera: Camera, view: { width: number; height: number }, fine: boolean): void {
    const { gl, scene, programs, pictures } = this;
    if (!scene) return;
    const shared = this.shared(camera, view, 'nodeOrder');
    this.use(programs.nodes, { ...shared, ...pictures.uniforms, uRim: this.rim, uFine: fine });
    this.inBatches(programs.nodes, 0, scene.labels.length, 4, 6, () => gl.TRIANGLES);
  }

  flush(): void {
    const { gl } = this;
    if (this.fences.length === mostFences) gl.deleteSync(this.fences.shift() ?? null);
    const fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
    if (fence) this.fences.push(fence);
    gl.flush();
  }

  ahead(): number {
    const { gl, fences } = this;
    while (fences.length > 0) {
      const state = gl.getSyncParameter(fences[0], gl.SYNC_STATUS) as number;
      if (state !== gl.SIGNALED && !gl.isContextLost()) break;
      gl.deleteSync(fences.shift() ?? null);
    }
    return fences.length;
  }

  dispose(): void {
    const { gl } = this;
    for (const layer of [this.front, this.back, this.whole]) if (layer) freeLayer(this.gl, layer);
    this.memory.dispose();
    if (this.labels) gl.deleteTexture(this.labels.texture);
    this.pictures.dispose();
    for (const { program } of Object.values(this.programs) as twgl.ProgramInfo[]) gl.deleteProgram(program);
  }

  /** The edges from … to − 1 of the order. */
  private edgesOf(
    camera: Camera,
    view: { width: number; height: number },
    from: number,
    to: number,
    strength: number,
  ): void {
    const [first, end] = this.laid.upTo(from, to);
    this.pieces(camera, view, undefined, first, end, strength);
  }

  /** Pieces from … to − 1 of those listed, or of all. */
  private pieces(
    camera: Camera,
    view: { width: number; height: number },
    listed: 'chosen' | undefined,
    from: number,
    to: number,
    strength: number,
  ): void {
    const { scene, programs, gl } = this;
    if (!scene || to <= from) return;
    const uniforms = {
      ...this.shared(camera, view, listed ?? 'nodeOrder'),
      uListed: listed !== undefined,
      uStrength: strength,
    };
    const lines = this.curved ? programs.curved : programs.straight;
    const segments = this.curved ? curveSegments : 1;
    this.use(lines, uniforms);
    this.inBatches(lines, from, to, 2 * (segments + 1), 6 * segments, () => gl.TRIANGLES);
    if (!this.laid.arrows) return;
    this.use(programs.arrows, uniforms);
    twgl.setUniforms(programs.arrows, { uBase: from });
    gl.drawArrays(gl.TRIANGLES, 0, 3 * (to - from));
  }

  /** Draws things of `corners` vertices and `count` indices each, a batch at a time over one index buffer. */
  private inBatches(
    program: twgl.ProgramInfo,
    from: number,
    to: number,
    corners: number,
    count: number,
    mode: () => number,
  ): void {
    const { gl } = this;
    gl.bindBuffer(gl.ELEMENT_ARRAY_BUFFER, this.memory.strips(corners));
    for (let base = from; base < to; base += batch) {
      twgl.setUniforms(program, { uBase: base });
      gl.drawElements(mode(), count * Math.min(batch, to - base), gl.UNSIGNED_INT, 0);
    }
  }

  private shared(camera: Camera, view: { width: number; height: number }, order: 'nodeOrder' | 'chosen'): object {
    return {
      uPositions: this.memory.textures.positions,
      uNodes: this.memory.textures.nodes,
      uNodeColours: this.memory.textures.nodeColours,
      uEdges: this.memory.textures.edges,
      uEdgeLooks: this.memory.textures.edgeLooks,
      uOrder: this.memory.textures[order],
      uCamera: [camera.scale, camera.x, camera.y],
      uSize: [view.width, view.height],
      uScale: lineScale(camera),
    };
  }

  private use(program: twgl.ProgramInfo, uniforms: object): void {
    this.gl.useProgram(program.program);
    twgl.setUniforms(program, uniforms);
  }
}
