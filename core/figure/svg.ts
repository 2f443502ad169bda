/** A scene as an SVG document: text as text, the same bytes for the same scene. */
import { corners, dashes } from '../style';
import { type Scene } from '../scene';
import { type PageOptions, drawPage } from './page';
import type { Pen, Stroke } from './pen';

/** What is written as it is: colours above all, of which there are as many as ties. */
const plain = /^[\w# .,()-]*$/;

/** Text safe inside XML: markup and quotes escaped, characters that XML does not allow left out. */
export function escapeXml(text: string): string {
  if (plain.test(text)) return text;
  return text
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');
}

/** `.01` to `.99`, without trailing zeros. */
const hundredths = Array.from({ length: 100 }, (_, i) => String(i / 100).slice(1));

/** Two decimals, without trailing zeros. Whole numbers are written faster than broken ones. */
export function at(value: number): string {
  const all = Math.round(value * 100);
  if (!(Math.abs(all) < 1e9)) return String(all / 100);
  const rest = Math.abs(all % 100);
  const whole = Math.trunc(all / 100);
  if (rest === 0) return String(whole);
  return `${all < 0 && whole === 0 ? '-0' : whole}${hundredths[rest]}`;
}

const sans = "'Hanken Grotesk Variable','Hanken Grotesk',system-ui,sans-serif";
const serif = "'Source Serif 4 Variable','Source Serif 4',Georgia,serif";

/** The sheet that a document is drawn on. */
export interface SvgSheet {
  /** Of what is drawn, in pixels. */
  width: number;
  height: number;
  /** How large it is to be printed; absent: a pixel is a pixel. */
  millimetres?: { width: number; height: number };
  title?: string;
  /** Rules of style, such as typefaces that it brings along. */
  style?: string;
}

/** A scene with its title and legend as a document. */
export const svg = (
  scene: Scene,
  options: PageOptions,
  breathe?: (share: number) => Promise<void> | void,
): Promise<string> => svgDocument(options, (pen) => drawPage(scene, options, pen, breathe));

/** Whether two lines of one colour are painted alike. */
const alike = (a: Stroke, b: Stroke): boolean =>
  a.colour === b.colour &&
  (b.to === undefined || b.to === b.colour) &&
  a.opacity === b.opacity &&
  a.width === b.width &&
  a.pattern === b.pattern;

/** What `draw` draws, as a document in a string. */
export async function svgDocument(options: SvgSheet, draw: (pen: Pen) => Promise<void>): Promise<string> {
  const parts: string[] = [];
  let open: string | undefined;
  const close = (): void => {
    if (open !== undefined) parts.push('</g>\n');
    open = undefined;
  };
  const pictures = new Map<string, string>();
  let gradients = 0;
  let roundCut = false;
  let clips = 0;
  let inside = false;
  /** What a line through points, x and y in turn, is painted with. */
  const paint = ({ colour, to }: Stroke, points: readonly number[]): string => {
    if (to === undefined || to === colour) return escapeXml(colour);
    close();
    const id = `through-${++gradients}`;
    const [x1, y1, x2, y2] = [...points.slice(0, 2), ...points.slice(-2)].map(at);
    parts.push(
      `<linearGradient id="${id}" gradientUnits="userSpaceOnUse" x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}"><stop stop-color="${escapeXml(colour)}"/><stop offset="1" stop-color="${escapeXml(to)}"/></linearGradient>\n`,
    );
    return `url(#${id})`;
  };
  const openGroup = (attributes: string): void => {
    if (open === attributes) return;
    close();
    parts.push(`<g fill="none" ${attributes}>\n`);
    open = attributes;
  };
  let last: Stroke | undefined;
  let lastOpened: string | undefined;
  const strokeGroup = (stroke: Stroke, points: readonly number[]): void => {
    const { opacity, width, pattern } = stroke;
    if (last && alike(last, stroke)) return openGroup(lastOpened as string);
    const dash = dashes[pattern].map((length) => at(length * Math.max(0.8, width))).join(' ');
    const attributes = `stroke="${paint(stroke, points)}" stroke-opacity="${at(opacity)}" stroke-width="${at(width)}"${dash && ` stroke-dasharray="${dash}"`}`;
    [last, lastOpened] =
      stroke.to === undefined || stroke.to === stroke.colour ? [stroke, attributes] : [undefined, ''];
    openGroup(attributes);
  };
  const pen: Pen = {
    fillPage(colour) {
      parts.push(`<rect width="${at(options.width)}" height="${at(options.height)}" fill="${escapeXml(colour)}"/>\n`);
    },
    within(box) {
      close();
      if (inside) parts.push('</g>\n');
      inside = box !== undefined;
      if (!box) return;
      const id = `within-${++clips}`;
      const edges = `x="${at(box.x)}" y="${at(box.y)}" width="${at(box.width)}" height="${at(box.height)}"`;
      parts.push(`<clipPath id="${id}"><rect ${edges}/></clipPath>\n<g clip-path="url(#${id})">\n`);
    },
    line(x1, y1, x2, y2, control, stroke) {
      strokeGroup(stroke, [x1, y1, x2, y2]);
      const middle = control ? `Q${at(control[0])},${at(control[1])} ` : 'L';
      parts.push(`<path d="M${at(x1)},${at(y1)}${middle}${at(x2)},${at(y2)}"/>\n`);
    },
    path(points, stroke) {
      strokeGroup(stroke, points);
      parts.push(`<polyline points="${points.map(at).join(' ')}"/>\n`);
    },
    polygon(points, fill, opacity) {
      close();
      parts.push(
        `<polygon points="${points.map(at).join(' ')}" fill="${escapeXml(fill)}" fill-opacity="${at(opacity)}"/>\n`,
      );
    },
    shape(kind, x, y, radius, fill, rim, rimWidth, opacity = 1) {
      close();
      const line = rimWidth > 0 ? ` stroke="${escapeXml(rim)}" stroke-width="${at(rimWidth)}"` : '';
      const faint = opacity < 1 ? ` opacity="${at(opacity)}"` : '';
      if (kind === 'circle')
        parts.push(
          `<circle cx="${at(x)}" cy="${at(y)}" r="${at(radius)}" fill="${escapeXml(fill)}"${line}${faint}/>\n`,
        );
      else {
        const points = corners[kind].map(([dx, dy]) => `${at(x + dx * radius)},${at(y + dy * radius)}`).join(' ');
        parts.push(`<polygon points="${points}" fill="${escapeXml(fill)}"${line}${faint}/>\n`);
      }
    },
    picture(address, x, y, half, round, opacity) {
      close();
      const id = pictures.get(`${round} ${address}`) ?? `picture-${pictures.size + 1}`;
      if (!pictures.has(`${round} ${address}`)) {
        if (round && !roundCut) {
          roundCut = true;
          parts.push(
            '<clipPath id="round" clipPathUnits="objectBoundingBox"><circle cx="0.5" cy="0.5" r="0.5"/></clipPath>\n',
          );
        }
        pictures.set(`${round} ${address}`, id);
        const cut = round ? ' clip-path="url(#round)"' : '';
        parts.push(
          `<defs><image id="${id}" width="100" height="100" preserveAspectRatio="xMidYMid slice"${cut} href="${escapeXml(address)}"/></defs>\n`,
        );
      }
      const faint = opacity < 1 ? ` opacity="${at(opacity)}"` : '';
      const scale = Math.round(half * 200) / 10000;
      parts.push(
        `<use href="#${id}" transform="translate(${at(x - half)} ${at(y - half)}) scale(${scale})"${faint}/>\n`,
      );
    },
    rect(x, y, width, height, fill) {
      close();
      parts.push(
        `<rect x="${at(x)}" y="${at(y)}" width="${at(width)}" height="${at(height)}" fill="${escapeXml(fill)}"/>\n`,
      );
    },
    text(text, x, y, style) {
      close();
      const halo = style.halo
        ? ` stroke="${escapeXml(style.halo)}" stroke-width="${at(style.size / 4)}" stroke-linejoin="round" paint-order="stroke"`
        : '';
      const anchor = style.anchor === 'middle' ? ' text-anchor="middle"' : '';
      parts.push(
        `<text x="${at(x)}" y="${at(y)}" font-family="${style.serif ? serif : sans}" font-size="${at(style.size)}" font-weight="${style.weight}" fill="${escapeXml(style.colour)}"${anchor}${halo}>${escapeXml(text)}</text>\n`,
      );
    },
  };
  const { millimetres: mm } = options;
  const wide = mm ? [`${at(mm.width)}mm`, `${at(mm.height)}mm`] : [at(options.width), at(options.height)];
  const size = `width="${wide[0]}" height="${wide[1]}" viewBox="0 0 ${at(options.width)} ${at(options.height)}"`;
  parts.push(`<svg xmlns="http://www.w3.org/2000/svg" ${size} role="img">\n`);
  if (options.title) parts.push(`<title>${escapeXml(options.title)}</title>\n`);
  if (options.style) parts.push(`<style>${escapeXml(options.style)}</style>\n`);
  await draw(pen);
  close();
  parts.push('</svg>\n');
  return parts.join('');
}
