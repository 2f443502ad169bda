/** What of a scene lies in the memory of the graphics: textures of data, and the index buffers that all strips share. */
import type { Scene } from '@/core/scene';

/** Textures hold data in rows of this many texels. */
export const across = 2048;
/** Rows in which so many texels lie. */
const rowsOf = (texels: number): number => Math.max(1, Math.ceil(texels / across));
/** Edges in one draw call: the shared index buffer reaches this far. */
export const batch = 5000;

const textureNames = ['positions', 'nodes', 'nodeColours', 'edges', 'edgeLooks', 'nodeOrder', 'chosen'] as const;
type TextureName = (typeof textureNames)[number];
type Data = Float32Array | Uint32Array;
type Kind = 'floats' | 'whole';
/** Numbers a texel. */
type Parts = 1 | 2 | 4;

const kindOf = (data: Data): Kind => (data instanceof Float32Array ? 'floats' : 'whole');

function formatOf(
  gl: WebGL2RenderingContext,
  kind: Kind,
  parts: Parts,
): Record<'internal' | 'format' | 'type', number> {
  if (kind === 'whole') {
    const [internal, format] = parts === 4 ? [gl.RGBA32UI, gl.RGBA_INTEGER] : [gl.R32UI, gl.RED_INTEGER];
    return { internal, format, type: gl.UNSIGNED_INT };
  }
  const [internal, format] = parts === 4 ? [gl.RGBA32F, gl.RGBA] : [gl.RG32F, gl.RG];
  return { internal, format, type: gl.FLOAT };
}

export class Memory {
  readonly textures = Object.fromEntries(textureNames.map((name) => [name, null])) as Record<
    TextureName,
    WebGLTexture | null
  >;
  private readonly rows = new Map<TextureName, number>();
  private readonly indices = new Map<number, WebGLBuffer>();

  constructor(private readonly gl: WebGL2RenderingContext) {}

  /** Two triangles between each pair of neighbouring corners of a strip, for a batch of strips. */
  strips(corners: number): WebGLBuffer {
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

  upload(name: TextureName, data: Data, parts: Parts): void {
    this.room(name, data.length / parts, kindOf(data), parts);
    this.put(name, 0, data, parts);
  }

  /** Makes room for so many texels, to be filled a few rows at a time. What lies there is of no meaning until then. */
  room(name: TextureName, texels: number, kind: Kind, parts: Parts): void {
    const { gl } = this;
    const rows = rowsOf(texels);
    const held = this.rows.get(name) ?? 0;
    this.bind(name);
    // Memory that is about as large is used again: new memory would have to be wiped first.
    if (rows <= held && held <= 2 * rows) return;
    const { internal, format, type } = formatOf(gl, kind, parts);
    gl.texImage2D(gl.TEXTURE_2D, 0, internal, across, rows, 0, format, type, null);
    this.rows.set(name, rows);
  }

  /** Fills room from the beginning of a row on. */
  put(name: TextureName, row: number, data: Data, parts: Parts): void {
    const { gl } = this;
    const { format, type } = formatOf(gl, kindOf(data), parts);
    const texels = data.length / parts;
    const whole = Math.floor(texels / across);
    this.bind(name);
    if (whole) gl.texSubImage2D(gl.TEXTURE_2D, 0, 0, row, across, whole, format, type, data, 0);
    const rest = texels - whole * across;
    const at = whole * across * parts;
    if (rest) gl.texSubImage2D(gl.TEXTURE_2D, 0, 0, row + whole, rest, 1, format, type, data, at);
  }

  private bind(name: TextureName): void {
    const { gl, textures } = this;
    gl.bindTexture(gl.TEXTURE_2D, textures[name] ?? (textures[name] = gl.createTexture()));
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.NEAREST);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.NEAREST);
  }

  dispose(): void {
    const { gl } = this;
    for (const texture of Object.values(this.textures)) gl.deleteTexture(texture);
    for (const buffer of this.indices.values()) gl.deleteBuffer(buffer);
  }
}

/** Nodes as texels: radius, shape with the square of the picture on the sheet (16 for the first), width and colour of the rim; and their colours with their opacity, four bytes each. */
export function packedNodes(
  scene: Scene,
  places?: ReadonlyMap<string, number>,
): { nodes: Float32Array; nodeColours: Uint8Array<ArrayBuffer> } {
  const n = scene.labels.length;
  const nodes = new Float32Array(4 * n);
  const nodeColours = new Uint8Array(4 * n);
  const { addresses = [], of } = scene.pictures ?? {};
  const squares = addresses.map((address) => places?.get(address) ?? -1);
  for (let v = 0; v < n; v++) {
    for (let part = 0; part < 3; part++) nodeColours[4 * v + part] = scene.fill[3 * v + part];
    nodeColours[4 * v + 3] = scene.opacity[v];
    const square = of && of[v] >= 0 ? squares[of[v]] : -1;
    nodes[4 * v] = scene.radius[v];
    nodes[4 * v + 1] = scene.shape[v] + 16 * (square + 1);
    nodes[4 * v + 2] = scene.rimWidth[v];
    // Three bytes in one number, which a float holds exactly.
    nodes[4 * v + 3] = scene.rimColour[3 * v] + 256 * scene.rimColour[3 * v + 1] + 65536 * scene.rimColour[3 * v + 2];
  }
  return { nodes, nodeColours };
}

/** Four bytes at a time as one number, as shaders take them apart: the first byte is the lowest. */
export const wordsOf = ({ buffer, byteOffset, byteLength }: Uint8Array): Uint32Array =>
  byteOffset % 4
    ? wordsOf(new Uint8Array(buffer.slice(byteOffset, byteOffset + byteLength)))
    : new Uint32Array(buffer, byteOffset, byteLength / 4);
