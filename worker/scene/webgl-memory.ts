/** What of a scene lies in the memory of the graphics: textures of data, and the index buffers that all strips share. */
import type { Scene } from '@/core/scene';

/** Textures hold data in rows of this many texels. */
export const across = 2048;
/** So many texels fill the rows in which so many lie. Data that is made so long is not copied once more. */
export const wholeRows = (texels: number): number => Math.max(1, Math.ceil(texels / across)) * across;
/** Edges in one draw call: the shared index buffer reaches this far. */
export const batch = 5000;

const textureNames = [
  'positions',
  'nodes',
  'nodeColours',
  'edges',
  'edgeLooks',
  'nodeOrder',
  'edgeOrder',
  'chosen',
] as const;
type TextureName = (typeof textureNames)[number];

export class Memory {
  readonly textures = Object.fromEntries(textureNames.map((name) => [name, null])) as Record<
    TextureName,
    WebGLTexture | null
  >;
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

  upload(name: TextureName, data: Float32Array | Uint32Array, parts: 1 | 2 | 4): void {
    const { gl } = this;
    const texels = data.length / parts;
    const height = wholeRows(texels) / across;
    const floats = data instanceof Float32Array;
    const [internal, format, type] = floats
      ? parts === 4
        ? [gl.RGBA32F, gl.RGBA, gl.FLOAT]
        : [gl.RG32F, gl.RG, gl.FLOAT]
      : parts === 4
        ? [gl.RGBA32UI, gl.RGBA_INTEGER, gl.UNSIGNED_INT]
        : [gl.R32UI, gl.RED_INTEGER, gl.UNSIGNED_INT];
    const whole = texels === wholeRows(texels) ? data : padded(data, wholeRows(texels) * parts);
    gl.bindTexture(gl.TEXTURE_2D, this.textures[name] ?? (this.textures[name] = gl.createTexture()));
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.NEAREST);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.NEAREST);
    gl.texImage2D(gl.TEXTURE_2D, 0, internal, across, height, 0, format, type, whole);
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

function padded<T extends Float32Array | Uint32Array>(data: T, length: number): T {
  const longer = new (data.constructor as new (n: number) => T)(length);
  longer.set(data);
  return longer;
}

/** Four bytes at a time as one number, as shaders take them apart: the first byte is the lowest. */
export const wordsOf = ({ buffer, byteOffset, byteLength }: Uint8Array): Uint32Array =>
  byteOffset % 4
    ? wordsOf(new Uint8Array(buffer.slice(byteOffset, byteOffset + byteLength)))
    : new Uint32Array(buffer, byteOffset, byteLength / 4);
