/** The scene on WebGL2. */
import * as twgl from 'twgl.js';
import { type Inks, mostCurves, rgb } from '@/core/style';
import { type Camera, type Scene } from '@/core/scene';
import { lineScale } from '@/core/scene';
import type { Backend, Viewport } from './backend';
import {
  arrowVertex,
  edgeFragment,
  edgeVertex,
  flatFragment,
  layerFragment,
  layerVertex,
  nodeFragment,
  nodeVertex,
} from './shaders';

/** Textures hold data in rows of this many texels. */
const across = 2048;
const curveSegments = 10;
/** The layer's size over the view's, each way. */
const layerRoom = 1.5;
/** Edges in one draw call: the shared index buffer reaches this far. */
const batch = 5000;

interface Layer {
  frame: twgl.FramebufferInfo;
  camera: Camera;
}

interface Programs {
  straight: twgl.ProgramInfo;
  curved: twgl.ProgramInfo;
  arrows: twgl.ProgramInfo;
  nodes: twgl.ProgramInfo;
  layer: twgl.ProgramInfo;
}

/** Undefined where the browser has no WebGL2. */
export async function webglBackend(canvas: HTMLCanvasElement): Promise<Backend | undefined> {
  const gl = canvas.getContext('webgl2', { antialias: false, alpha: true, premultipliedAlpha: true, depth: false });
  if (!gl) return undefined;
  // Programs are made while the page goes on: waiting for them would block it.
  const made = await twgl.createProgramInfosAsync(gl, {
    straight: [edgeVertex(1), edgeFragment],
    curved: [edgeVertex(curveSegments), edgeFragment],
    arrows: [arrowVertex, flatFragment],
    nodes: [nodeVertex, nodeFragment],
    layer: [layerVertex, layerFragment],
  });
  return new WebglBackend(gl, made as unknown as Programs);
}

class WebglBackend implements Backend {
  private indices = new Map<number, WebGLBuffer>();
  private textures: Record<
    'positions' | 'nodes' | 'nodeColours' | 'edges' | 'edgeLooks' | 'nodeOrder' | 'edgeOrder' | 'chosen',
    WebGLTexture | null
  > = {
    positions: null,
    nodes: null,
    nodeColours: null,
    edges: null,
    edgeLooks: null,
    nodeOrder: null,
    edgeOrder: null,
    chosen: null,
  };
  private view: Viewport = { width: 1, height: 1, ratio: 1 };
  private scene: Scene | undefined;
  private curved = false;
  private arrows = false;
  private rim: number[] = [1, 1, 1];
  /** Red, green, blue, opacity of each node. */
  private nodeColours = new Uint8Array(0);
  private front: Layer | undefined;
  private back: Layer | undefined;
  /** The finished layer with the nodes on it, for while the camera moves. */
  private whole: Layer | undefined;
  private labels: { texture: WebGLTexture; camera: Camera } | undefined;
  private fence: WebGLSync | null = null;

  constructor(
    private readonly gl: WebGL2RenderingContext,
    private readonly programs: Programs,
  ) {
    gl.enable(gl.BLEND);
    gl.blendFunc(gl.ONE, gl.ONE_MINUS_SRC_ALPHA);
    gl.bindVertexArray(gl.createVertexArray());
  }

  resize(view: Viewport): void {
    this.view = view;
    const { canvas } = this.gl;
    canvas.width = Math.max(1, Math.round(view.width * view.ratio));
    canvas.height = Math.max(1, Math.round(view.height * view.ratio));
    for (const layer of [this.front, this.back, this.whole]) if (layer) this.free(layer);
    this.front = this.back = this.whole = undefined;
  }

  setScene(scene: Scene, order: Uint32Array): void {
    this.scene = scene;
    const m = scene.source.length;
    const n = scene.labels.length;
    let bent = false;
    const colours = wordsOf(scene.edgeColour);
    const edges = new Uint32Array(4 * m);
    const edgeLooks = new Float32Array(4 * m);
    for (let e = 0; e < m; e++) {
      edges[4 * e] = scene.source[e];
      edges[4 * e + 1] = scene.target[e];
      edges[4 * e + 2] = colours[e];
      edgeLooks[4 * e] = scene.edgeWidth[e];
      edgeLooks[4 * e + 1] = scene.bow[e];
      edgeLooks[4 * e + 2] = scene.edgePattern[e];
      edgeLooks[4 * e + 3] = scene.arrow[e];
      if (scene.source[e] === scene.target[e] || scene.bow[e] > 0) bent = true;
    }
    this.curved = bent && m <= mostCurves;
    this.arrows = scene.arrow.includes(1);
    this.nodeColours = new Uint8Array(4 * n);
    const nodes = new Float32Array(2 * n);
    for (let v = 0; v < n; v++) {
      this.nodeColours.set(scene.fill.subarray(3 * v, 3 * v + 3), 4 * v);
      this.nodeColours[4 * v + 3] = 255;
      nodes[2 * v] = scene.radius[v];
      nodes[2 * v + 1] = scene.shape[v];
    }
    const nodeOrder = Uint32Array.from({ length: n }, (_, v) => v).sort(
      (a, b) => scene.radius[b] - scene.radius[a] || a - b,
    );
    this.upload('edges', edges, 4);
    this.upload('edgeLooks', edgeLooks, 4);
    this.upload('nodes', nodes, 2);
    this.upload('nodeColours', wordsOf(this.nodeColours), 1);
    this.upload('edgeOrder', order, 1);
    this.upload('nodeOrder', nodeOrder, 1);
    this.setPositions(scene.positions);
  }

  setPositions(positions: Float32Array): void {
    this.upload('positions', positions, 2);
  }

  setInks(inks: Inks): void {
    this.rim = rgb(inks.ground).map((part) => part / 255);
  }

  setFocus(focus: Uint8Array | undefined): void {
    const { nodeColours } = this;
    for (let v = 0; 4 * v < nodeColours.length; v++) nodeColours[4 * v + 3] = focus && !focus[v] ? 56 : 255;
    this.upload('nodeColours', wordsOf(nodeColours), 1);
  }

  clear(): void {
    const { gl } = this;
    gl.bindFramebuffer(gl.FRAMEBUFFER, null);
    gl.viewport(0, 0, gl.canvas.width, gl.canvas.height);
    gl.clearColor(0, 0, 0, 0);
    gl.clear(gl.COLOR_BUFFER_BIT);
  }

  drawEdges(camera: Camera, from: number, to: number, strength: number): void {
    this.edges(camera, this.view, 'edgeOrder', from, to, strength);
  }

  drawChosenEdges(camera: Camera, edges: Uint32Array): void {
    this.upload('chosen', edges, 1);
    // What is chosen stands out by being stronger than the rest.
    this.edges(camera, this.view, 'chosen', 0, edges.length, 2.2);
  }

  beginLayer(camera: Camera): void {
    const { gl, view } = this;
    const width = Math.ceil(view.width * view.ratio * layerRoom);
    const height = Math.ceil(view.height * view.ratio * layerRoom);
    this.back ??= this.newLayer(camera, width, height);
    this.back.camera = camera;
    gl.bindFramebuffer(gl.FRAMEBUFFER, this.back.frame.framebuffer);
    gl.viewport(0, 0, width, height);
    gl.clearColor(0, 0, 0, 0);
    gl.clear(gl.COLOR_BUFFER_BIT);
  }

  drawOnLayer(from: number, to: number): void {
    const { gl, back, view } = this;
    if (!back) return;
    gl.bindFramebuffer(gl.FRAMEBUFFER, back.frame.framebuffer);
    gl.viewport(0, 0, back.frame.width, back.frame.height);
    const { room, camera } = roomy(view, back.camera);
    this.edges(camera, room, 'edgeOrder', from, to, 1);
    gl.bindFramebuffer(gl.FRAMEBUFFER, null);
    gl.viewport(0, 0, gl.canvas.width, gl.canvas.height);
  }

  finishLayer(): void {
    [this.front, this.back] = [this.back, this.front];
    const { gl, front, view, scene, programs } = this;
    if (!front || !scene) return;
    this.whole ??= this.newLayer(front.camera, front.frame.width, front.frame.height);
    this.whole.camera = front.camera;
    gl.bindFramebuffer(gl.FRAMEBUFFER, this.whole.frame.framebuffer);
    gl.viewport(0, 0, front.frame.width, front.frame.height);
    gl.clearColor(0, 0, 0, 0);
    gl.clear(gl.COLOR_BUFFER_BIT);
    const { room, camera } = roomy(view, front.camera);
    const size = [room.width, room.height];
    this.use(programs.layer, { uLayer: front.frame.attachments[0], uQuad: [0, 0, ...size], uSize: size, uStrength: 1 });
    gl.drawArrays(gl.TRIANGLE_STRIP, 0, 4);
    this.use(programs.nodes, { ...this.shared(camera, room, 'nodeOrder'), uRim: this.rim, uFine: true });
    this.inBatches(programs.nodes, 0, scene.labels.length, 4, 6, () => gl.TRIANGLES);
    gl.bindFramebuffer(gl.FRAMEBUFFER, null);
    gl.viewport(0, 0, gl.canvas.width, gl.canvas.height);
  }

  showWhole(camera: Camera): void {
    this.show(this.whole, camera, 1);
  }

  setLabels(labels: HTMLCanvasElement | undefined, camera: Camera): void {
    const { gl } = this;
    if (this.labels) gl.deleteTexture(this.labels.texture);
    this.labels = undefined;
    if (!labels) return;
    const options = {
      src: labels,
      min: gl.LINEAR,
      mag: gl.LINEAR,
      wrap: gl.CLAMP_TO_EDGE,
      auto: false,
      flipY: 1,
      premultiplyAlpha: 1,
    };
    this.labels = { texture: twgl.createTexture(gl, options), camera };
  }

  showLabels(camera: Camera): void {
    const { labels, view, programs, gl } = this;
    if (!labels) return;
    const zoom = camera.scale / labels.camera.scale;
    this.use(programs.layer, {
      uLayer: labels.texture,
      uQuad: [
        camera.x - labels.camera.x * zoom,
        camera.y - labels.camera.y * zoom,
        view.width * zoom,
        view.height * zoom,
      ],
      uSize: [view.width, view.height],
      uStrength: 1,
    });
    gl.drawArrays(gl.TRIANGLE_STRIP, 0, 4);
  }

  layerCamera(): Camera | undefined {
    return this.front?.camera;
  }

  showLayer(camera: Camera, strength: number): void {
    this.show(this.front, camera, strength);
  }

  private newLayer(camera: Camera, width: number, height: number): Layer {
    const { gl } = this;
    const attachments = [
      { format: gl.RGBA, type: gl.UNSIGNED_BYTE, min: gl.LINEAR, mag: gl.LINEAR, wrap: gl.CLAMP_TO_EDGE },
    ];
    return { frame: twgl.createFramebufferInfo(gl, attachments, width, height), camera };
  }

  private show(layer: Layer | undefined, camera: Camera, strength: number): void {
    const { gl, view } = this;
    if (!layer) return;
    const zoom = camera.scale / layer.camera.scale;
    const margin = (layerRoom - 1) / 2;
    const left = camera.x - (layer.camera.x + view.width * margin) * zoom;
    const top = camera.y - (layer.camera.y + view.height * margin) * zoom;
    this.use(this.programs.layer, {
      uLayer: layer.frame.attachments[0],
      uQuad: [left, top, view.width * layerRoom * zoom, view.height * layerRoom * zoom],
      uSize: [view.width, view.height],
      uStrength: strength,
    });
    gl.drawArrays(gl.TRIANGLE_STRIP, 0, 4);
  }

  drawNodes(camera: Camera, fine: boolean): void {
    const { gl, scene, programs } = this;
    if (!scene) return;
    const n = scene.labels.length;
    this.use(programs.nodes, { ...this.shared(camera, this.view, 'nodeOrder'), uRim: this.rim, uFine: fine });
    this.inBatches(programs.nodes, 0, n, 4, 6, () => gl.TRIANGLES);
  }

  flush(): void {
    const { gl } = this;
    if (this.fence) gl.deleteSync(this.fence);
    this.fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
    gl.flush();
  }

  busy(): boolean {
    const { gl, fence } = this;
    if (!fence) return false;
    const state = gl.getSyncParameter(fence, gl.SYNC_STATUS) as number;
    if (state !== gl.SIGNALED && !gl.isContextLost()) return true;
    gl.deleteSync(fence);
    this.fence = null;
    return false;
  }

  dispose(): void {
    const { gl } = this;
    for (const layer of [this.front, this.back, this.whole]) if (layer) this.free(layer);
    for (const texture of Object.values(this.textures)) gl.deleteTexture(texture);
    if (this.labels) gl.deleteTexture(this.labels.texture);
    for (const buffer of this.indices.values()) gl.deleteBuffer(buffer);
    for (const { program } of Object.values(this.programs) as twgl.ProgramInfo[]) gl.deleteProgram(program);
  }

  private edges(
    camera: Camera,
    view: { width: number; height: number },
    order: 'edgeOrder' | 'chosen',
    from: number,
    to: number,
    strength: number,
  ): void {
    const { scene, programs, gl } = this;
    if (!scene || to <= from) return;
    const uniforms = {
      ...this.shared(camera, view, order),
      uStrength: strength,
    };
    const lines = this.curved ? programs.curved : programs.straight;
    const segments = this.curved ? curveSegments : 1;
    this.use(lines, uniforms);
    this.inBatches(lines, from, to, 2 * (segments + 1), 6 * segments, () => gl.TRIANGLES);
    if (!this.arrows) return;
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
    gl.bindBuffer(gl.ELEMENT_ARRAY_BUFFER, this.indexBuffer(corners));
    for (let base = from; base < to; base += batch) {
      twgl.setUniforms(program, { uBase: base });
      gl.drawElements(mode(), count * Math.min(batch, to - base), gl.UNSIGNED_INT, 0);
    }
  }

  /** Two triangles between each pair of neighbouring corners of a strip, for a batch of strips. */
  private indexBuffer(corners: number): WebGLBuffer {
    const { gl } = this;
    const held = this.indices.get(corners);
    if (held) return held;
    const pieces = corners / 2 - 1;
    const data = new Uint32Array(batch * pieces * 6);
    let k = 0;
    for (let e = 0; e < batch; e++) {
      for (let p = 0; p < pieces; p++) {
        const first = e * corners + 2 * p;
        data.set([first, first + 1, first + 2, first + 1, first + 3, first + 2], k);
        k += 6;
      }
    }
    const buffer = gl.createBuffer();
    gl.bindBuffer(gl.ELEMENT_ARRAY_BUFFER, buffer);
    gl.bufferData(gl.ELEMENT_ARRAY_BUFFER, data, gl.STATIC_DRAW);
    this.indices.set(corners, buffer);
    return buffer;
  }

  private shared(
    camera: Camera,
    view: { width: number; height: number },
    order: 'edgeOrder' | 'nodeOrder' | 'chosen',
  ): object {
    return {
      uPositions: this.textures.positions,
      uNodes: this.textures.nodes,
      uNodeColours: this.textures.nodeColours,
      uEdges: this.textures.edges,
      uEdgeLooks: this.textures.edgeLooks,
      uOrder: this.textures[order],
      uCamera: [camera.scale, camera.x, camera.y],
      uSize: [view.width, view.height],
      uScale: lineScale(camera),
    };
  }

  private use(program: twgl.ProgramInfo, uniforms: object): void {
    this.gl.useProgram(program.program);
    twgl.setUniforms(program, uniforms);
  }

  private upload(name: keyof WebglBackend['textures'], data: Float32Array | Uint32Array, parts: 1 | 2 | 4): void {
    const { gl } = this;
    const texels = data.length / parts;
    const height = Math.max(1, Math.ceil(texels / across));
    const floats = data instanceof Float32Array;
    const [internal, format, type] = floats
      ? parts === 4
        ? [gl.RGBA32F, gl.RGBA, gl.FLOAT]
        : [gl.RG32F, gl.RG, gl.FLOAT]
      : parts === 4
        ? [gl.RGBA32UI, gl.RGBA_INTEGER, gl.UNSIGNED_INT]
        : [gl.R32UI, gl.RED_INTEGER, gl.UNSIGNED_INT];
    const whole = texels === height * across ? data : padded(data, height * across * parts);
    const texture = this.textures[name] ?? (this.textures[name] = gl.createTexture());
    gl.bindTexture(gl.TEXTURE_2D, texture);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.NEAREST);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.NEAREST);
    gl.texImage2D(gl.TEXTURE_2D, 0, internal, across, height, 0, format, type, whole);
  }

  private free({ frame }: Layer): void {
    this.gl.deleteFramebuffer(frame.framebuffer);
    for (const attachment of frame.attachments) this.gl.deleteTexture(attachment);
  }
}

/** The view with the layer's room around it, and the camera that keeps the middle where it is. */
function roomy(view: Viewport, { scale, x, y }: Camera): { room: Viewport; camera: Camera } {
  const margin = (layerRoom - 1) / 2;
  return {
    room: { ...view, width: view.width * layerRoom, height: view.height * layerRoom },
    camera: { scale, x: x + view.width * margin, y: y + view.height * margin },
  };
}

function padded<T extends Float32Array | Uint32Array>(data: T, length: number): T {
  const longer = new (data.constructor as new (n: number) => T)(length);
  longer.set(data);
  return longer;
}

/** Four bytes at a time as one number, as shaders take them apart: the first byte is the lowest. */
const wordsOf = ({ buffer, byteOffset, byteLength }: Uint8Array): Uint32Array =>
  byteOffset % 4
    ? wordsOf(new Uint8Array(buffer.slice(byteOffset, byteOffset + byteLength)))
    : new Uint32Array(buffer, byteOffset, byteLength / 4);
