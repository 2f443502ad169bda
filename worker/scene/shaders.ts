import { type Pattern, corners, dashes, patterns, pictureShare, shapes } from '@/core/style';

/** The scene's programs. Everything is read from textures by gl_VertexID; there are no vertex attributes. */

/**
 * What all of them read. uNodeColours: red, green, blue, opacity of nodes, a byte each. uNodes: radius, shape and picture, width and colour of the rim of nodes.
 * uEdges: ends of edges, and their colours where they begin and end. uEdgeLooks: width, bow (below 0: the length of the pieces before), pattern and arrowhead of
 * edges. uOrder: nodes as they are drawn, or the edges that are, where they are listed. uCamera: pixels a map unit, and where the map's middle lies. uScale: pixels a map unit of node size and line width.
 */
const common = `#version 300 es
precision highp float;
precision highp int;
precision highp sampler2D;
precision highp usampler2D;
uniform sampler2D uPositions;
uniform usampler2D uNodeColours;
uniform sampler2D uNodes;
uniform usampler2D uEdges;
uniform sampler2D uEdgeLooks;
uniform usampler2D uOrder;
uniform bool uListed;
uniform vec3 uCamera;
uniform vec2 uSize;
uniform float uScale;
uniform int uBase;
uniform float uStrength;
ivec2 place(int i) { return ivec2(i & 2047, i >> 11); }
vec2 onScreen(uint v) { return texelFetch(uPositions, place(int(v)), 0).xy * uCamera.x + uCamera.yz; }
vec4 clip(vec2 p) { return vec4(p.x / uSize.x * 2.0 - 1.0, 1.0 - p.y / uSize.y * 2.0, 0.0, 1.0); }
vec4 colour(uint packed) {
  return vec4(float(packed & 255u), float((packed >> 8) & 255u), float((packed >> 16) & 255u), float(packed >> 24)) / 255.0;
}
ivec2 pieceAt(int i) { return place(uListed ? int(texelFetch(uOrder, place(i), 0).x) : i); }
float radius(uint v) { return max(0.6, texelFetch(uNodes, place(int(v)), 0).x * uScale); }
`;

/** By pattern: what is drawn of a period, and the period, in multiples of the line's width. */
const period = (pattern: Pattern): string => {
  const [on = 0, off = 0] = dashes[pattern];
  return `vec2(${on.toFixed(2)}, ${(on + off).toFixed(2)})`;
};
const dashesOf = `const vec2 dashes[${patterns.length}] = vec2[](${patterns.map(period).join(', ')});`;

const edgeShape = `vec2 bent(vec2 a, vec2 b, float by) { return (a + b) * 0.5 + vec2(b.y - a.y, a.x - b.x) * by; }
vec2 quadratic(vec2 a, vec2 c, vec2 b, float t) { return mix(mix(a, c, t), mix(c, b, t), t); }
/** Where an arrowed edge's line ends: at the base of its head. */
float arrowLength(float width) { return 4.0 + 2.0 * width; }
vec2 lineEnd(vec2 from, vec2 to, float room) {
  float far = length(to - from);
  return far > room ? to - (to - from) / far * room : from;
}
`;

/** Lines as strips of `segments` pieces; 1 draws them straight. */
export const edgeVertex = (segments: number): string => `${common}${edgeShape}
out float vSide;
out float vAlong;
flat out float vHalf;
out vec4 vColour;
flat out vec2 vDash;
const int corners = ${2 * (segments + 1)};
${dashesOf}
void main() {
  int e = uBase + gl_VertexID / corners;
  int corner = gl_VertexID % corners;
  ivec2 at0 = pieceAt(e);
  uvec4 edge = texelFetch(uEdges, at0, 0);
  vec4 look = texelFetch(uEdgeLooks, at0, 0);
  float width = max(0.25, look.x * uScale);
  vec2 a = onScreen(edge.x);
  vec2 b = onScreen(edge.y);
  float t = float(corner >> 1) / ${segments}.0;
  float side = (corner & 1) == 0 ? -1.0 : 1.0;
  vec2 at;
  vec2 along;
  float total;
  ${
    segments === 1
      ? `
  if (look.w > 0.0) b = lineEnd(a, b, radius(edge.y) + 1.0 + arrowLength(width) * look.w);
  along = b - a;
  total = length(along);
  at = mix(a, b, t);`
      : `
  if (edge.x == edge.y) {
    float r = radius(edge.x);
    vec2 top = a - vec2(0.0, 2.6 * r);
    float s = t < 0.5 ? t * 2.0 : t * 2.0 - 1.0;
    vec2 p = t < 0.5 ? a - vec2(0.7 * r, 0.0) : top;
    vec2 q = t < 0.5 ? top : a + vec2(0.7 * r, 0.0);
    vec2 c = a + vec2(t < 0.5 ? -2.2 * r : 2.2 * r, -2.6 * r);
    at = quadratic(p, c, q, s);
    along = mix(c - p, q - c, s);
    total = 8.0 * r;
  } else {
    vec2 c = bent(a, b, max(0.0, look.y));
    if (look.w > 0.0) b = lineEnd(c, b, radius(edge.y) + 1.0 + arrowLength(width) * look.w);
    at = quadratic(a, c, b, t);
    along = mix(c - a, b - c, t);
    // A curve is about as long as the mean of its chord and its control polygon.
    total = 0.5 * (length(b - a) + length(c - a) + length(b - c));
  }`
  }
  float unit = length(along);
  vec2 normal = unit > 0.0 ? vec2(-along.y, along.x) / unit : vec2(0.0);
  vHalf = max(width * 0.5, 0.5);
  vSide = side * (vHalf + 0.75);
  // Dashes of a piece go on where those of the piece before it end.
  vAlong = t * total - min(0.0, look.y) * uCamera.x;
  vColour = vec4(mix(colour(edge.z).rgb, colour(edge.w).rgb, t), colour(edge.z).a * uStrength * min(1.0, width));
  float dash = max(0.8, width);
  vDash = dashes[int(look.z)] * dash;
  gl_Position = clip(at + normal * vSide);
}`;

export const edgeFragment = `#version 300 es
precision highp float;
in float vSide;
in float vAlong;
flat in float vHalf;
in vec4 vColour;
flat in vec2 vDash;
out vec4 outColour;
void main() {
  float cover = clamp(vHalf + 0.5 - abs(vSide), 0.0, 1.0);
  if (vDash.y > 0.0) {
    float on = mod(vAlong, vDash.y);
    cover *= clamp(min(on, vDash.x - on) + 0.5, 0.0, 1.0);
  }
  float alpha = vColour.a * cover;
  outColour = vec4(vColour.rgb * alpha, alpha);
}`;

/** Arrowheads: three vertices an edge. */
export const arrowVertex = `${common}${edgeShape}
flat out vec4 vColour;
void main() {
  int e = uBase + gl_VertexID / 3;
  int corner = gl_VertexID % 3;
  ivec2 at0 = pieceAt(e);
  uvec4 edge = texelFetch(uEdges, at0, 0);
  vec4 look = texelFetch(uEdgeLooks, at0, 0);
  float width = max(0.25, look.x * uScale);
  vec2 a = onScreen(edge.x);
  vec2 b = onScreen(edge.y);
  vec2 from = look.y > 0.0 ? bent(a, b, look.y) : a;
  float far = length(b - from);
  vec2 along = far > 0.0 ? (b - from) / far : vec2(0.0);
  float size = edge.x == edge.y ? 0.0 : arrowLength(width) * abs(look.w);
  vec2 tip = b - along * (radius(edge.y) + 1.0);
  if (look.w < 0.0) {
    // Around the middle of the line, in the direction from end to end.
    along = length(b - a) > 0.0 ? normalize(b - a) : vec2(0.0);
    tip = (look.y > 0.0 ? (a + b) * 0.25 + from * 0.5 : (a + b) * 0.5) + along * size * 0.5;
  }
  vec2 base = tip - along * size;
  vec2 across = vec2(-along.y, along.x) * size * 0.45;
  vec2 at = corner == 0 ? tip : corner == 1 ? base + across : base - across;
  vec3 tint = look.w < 0.0 ? mix(colour(edge.z).rgb, colour(edge.w).rgb, 0.5) : colour(edge.w).rgb;
  vColour = vec4(tint, min(1.0, colour(edge.z).a * 1.4) * uStrength);
  gl_Position = clip(at);
}`;

export const flatFragment = `#version 300 es
precision highp float;
flat in vec4 vColour;
out vec4 outColour;
void main() { outColour = vec4(vColour.rgb * vColour.a, vColour.a); }`;

export const nodeVertex = `${common}
uniform bool uFine;
out vec2 vAt;
flat out float vRadius;
flat out vec4 vColour;
flat out uint vShape;
flat out vec4 vRim;
flat out int vSquare;
void main() {
  int corner = gl_VertexID & 3;
  uint v = texelFetch(uOrder, place(uBase + (gl_VertexID >> 2)), 0).x;
  vRadius = radius(v);
  vec4 node = texelFetch(uNodes, place(int(v)), 0);
  uint rim = uint(node.w);
  vRim = vec4(float(rim & 255u) / 255.0, float((rim >> 8) & 255u) / 255.0, float((rim >> 16) & 255u) / 255.0, node.z < 0.0 ? -1.0 : node.z * uScale);
  float room = vRadius * 1.45 + (uFine ? 2.0 + max(0.0, vRim.w) : 0.0);
  vAt = vec2((corner & 1) == 0 ? -room : room, corner < 2 ? -room : room);
  vColour = colour(texelFetch(uNodeColours, place(int(v)), 0).x);
  vShape = uint(node.y) & 15u;
  vSquare = (int(node.y) >> 4) - 1;
  gl_Position = clip(onScreen(v) + vAt);
}`;

const square = corners.square[1][0];
const diamond = corners.diamond[1][0];
const [[, top], [half, bottom]] = corners.triangle;
const rise = bottom - top;

/** The corners of the shapes after the first four, one after the other, and where those of each begin. */
const more = shapes.slice(4).map((shape) => corners[shape]);
const starts = more.reduce<number[]>((all, one) => [...all, all[all.length - 1] + one.length], [0]);
const farther = `const vec2 corners[${starts[starts.length - 1]}] = vec2[](${more
  .flat()
  .map(([x, y]) => `vec2(${x.toFixed(3)}, ${y.toFixed(3)})`)
  .join(', ')});
const int firstCorner[${starts.length}] = int[](${starts.join(', ')});`;

/** How far a point lies outside of a shape around 0; the numbers are those of its corners. Shapes in the order of `shapes`. */
const shapeDistance = `
${farther}
/** From a polygon's nearest side, below 0 inside (Quilez): over its corners in turn. */
float polygon(vec2 p, int which) {
  int first = firstCorner[which];
  int count = firstCorner[which + 1] - first;
  float d = dot(p - corners[first], p - corners[first]);
  float s = 1.0;
  for (int i = 0, j = count - 1; i < count; j = i, i++) {
    vec2 a = corners[first + i];
    vec2 b = corners[first + j];
    vec2 e = b - a;
    vec2 w = p - a;
    vec2 q = w - e * clamp(dot(w, e) / dot(e, e), 0.0, 1.0);
    d = min(d, dot(q, q));
    bvec3 c = bvec3(p.y >= a.y, p.y < b.y, e.x * w.y > e.y * w.x);
    if (all(c) || all(not(c))) s = -s;
  }
  return s * sqrt(d);
}
float shapeDistance(vec2 p, float r, uint shape) {
  if (shape == 1u) { vec2 q = abs(p) - ${square} * r; return length(max(q, 0.0)) + min(max(q.x, q.y), 0.0); }
  if (shape == 2u) return (abs(p.x) + abs(p.y) - ${diamond} * r) * 0.7071;
  if (shape == 3u) {
    float side = (abs(p.x) * ${rise} - (p.y - ${top} * r) * ${half}) / ${Math.hypot(rise, half)};
    return max(side, p.y - ${bottom} * r);
  }
  if (shape > 3u) return polygon(p / r, int(shape) - 4) * r;
  return length(p) - r;
}`;

export const nodeFragment = `#version 300 es
precision highp float;
precision highp int;
precision highp sampler2D;
uniform vec3 uRim;
uniform bool uFine;
uniform sampler2D uPictures;
/** Size of a square as a share of the sheet, squares in a row, half a pixel as a share of a square. */
uniform vec4 uSquare;
in vec2 vAt;
flat in float vRadius;
flat in vec4 vColour;
flat in uint vShape;
flat in vec4 vRim;
flat in int vSquare;
out vec4 outColour;
${shapeDistance}
void main() {
  float d = shapeDistance(vAt, vRadius, vShape);
  if (!uFine) {
    if (d > 0.0) discard;
    outColour = vec4(vColour.rgb * vColour.a, vColour.a);
    return;
  }
  float rim = vRim.w < 0.0 ? min(1.5, vRadius * 0.25) : vRim.w;
  vec3 around = vRim.w < 0.0 ? uRim : vRim.rgb;
  float cover = clamp(0.5 - (d - rim * 0.5), 0.0, 1.0) * vColour.a;
  vec3 fill = vColour.rgb;
  if (vSquare >= 0) {
    float inner = vRadius * ${pictureShare};
    float halfWidth = inner * (vShape == 1u ? ${square} : 1.0);
    vec2 q = clamp(vAt / (2.0 * halfWidth) + 0.5, uSquare.w, 1.0 - uSquare.w);
    int row = int(uSquare.z);
    vec4 picture = texture(uPictures, (vec2(float(vSquare % row), float(vSquare / row)) + q) * uSquare.xy);
    float shown = clamp(0.5 - shapeDistance(vAt, inner, vShape), 0.0, 1.0);
    fill = fill * (1.0 - picture.a * shown) + picture.rgb * shown;
  }
  vec3 inside = mix(around, fill, clamp(0.5 - (d + rim * 0.5), 0.0, 1.0));
  outColour = vec4(inside * cover, cover);
}`;

/** A finished layer as it lies at another camera. */
export const layerVertex = `#version 300 es
precision highp float;
uniform vec4 uQuad;
uniform vec2 uSize;
out vec2 vAt;
void main() {
  vec2 corner = vec2(gl_VertexID & 1, gl_VertexID >> 1);
  vAt = vec2(corner.x, 1.0 - corner.y);
  vec2 p = uQuad.xy + corner * uQuad.zw;
  gl_Position = vec4(p.x / uSize.x * 2.0 - 1.0, 1.0 - p.y / uSize.y * 2.0, 0.0, 1.0);
}`;

export const layerFragment = `#version 300 es
precision highp float;
uniform sampler2D uLayer;
uniform float uStrength;
in vec2 vAt;
out vec4 outColour;
void main() { outColour = texture(uLayer, vAt) * uStrength; }`;
