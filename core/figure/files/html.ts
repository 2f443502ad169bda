import { strToU8 } from 'fflate';
import { Fault } from '../../fault';
import { type Column, cellText, column as columnOf } from '../../tables';
import { hex } from '../../style';
import { escapeXml, svgDocument } from '../svg';
import { type FigureSettings, type LaidFigure, toldByTrails } from '../plan';
import { base64 } from '../../base64';
import { type Explored, exploredColumn, exploredRecords, exploredScene, packed } from './explored';
import type { FigureFormat } from './format';

/** Typefaces of the page: letters beyond Latin are the reader's own. */
const faces = [
  ['Hanken Grotesk Variable', 400, 'hanken-grotesk-latin-400.woff'],
  ['Hanken Grotesk Variable', 600, 'hanken-grotesk-latin-600.woff'],
  ['Source Serif 4 Variable', 400, 'source-serif-4-latin-400.woff'],
  ['Source Serif 4 Variable', 600, 'source-serif-4-latin-600.woff'],
] as const;

/** One file that is read without anything else: the first map of the figure to be explored, with the words of the page. */
export const htmlFile: FigureFormat = {
  key: 'html',
  title: 'Page to explore',
  ending: '.html',
  type: 'text/html',
  needs: ['fonts', 'script'],
  async make(laid, figure, name, { columns, records }, { fonts, script, table, breathe }) {
    const part = figure.parts.find((one) => one.kind === 'map' && !one.hidden);
    const map = part && laid.page.map(part.id);
    if (!map)
      throw new Fault('There is no map on the page that could be explored. Add one, or show one that is hidden.');
    const { network } = map.made;
    if (records && !table) throw new Fault('The records are not at hand here. Make the page without them.', 'records');
    const behind = records && table && exploredRecords(network, table);
    const has = (list: typeof network.nodeColumns, wanted: string[] | undefined) =>
      wanted ? wanted.flatMap((one) => columnOf({ columns: list }, one) ?? []) : list.filter((col) => !picturesIn(col));
    const legend = laid.boxes.find(({ kind }) => kind === 'legend');
    const explored: Explored = {
      ...wordsOf(figure, laid),
      legend: legend ? await svgOf(laid, legend.box) : '',
      ground: laid.page.ground,
      ink: laid.page.ink.ink,
      quiet: laid.page.ink.quiet,
      directed: network.directed,
      ...exploredScene(map.scene, network.labels),
      ...groupsOf(map),
      nodes: has(network.nodeColumns, columns?.nodes).map((col) => exploredColumn(col, network.ids.length)),
      edges: [
        exploredColumn({ type: 'number', name: network.weightName, values: network.weight }, network.source.length),
        ...has(network.edgeColumns, columns?.edges).map((col) => exploredColumn(col, network.source.length)),
      ],
      ...(behind ? { records: behind } : {}),
    };
    await breathe?.(0.6);
    const rules = faces
      .map(([family, weight, file]) => {
        const bytes = fonts.get(file);
        return bytes
          ? `@font-face{font-family:'${family}';font-weight:${weight};src:url(data:font/woff;base64,${base64(bytes)}) format('woff')}`
          : '';
      })
      .join('');
    // What is written by people stands as data, in which no markup can begin.
    const data = JSON.stringify(explored)
      .replaceAll('<', '\\u003c')
      .replaceAll('\u2028', '\\u2028')
      .replaceAll('\u2029', '\\u2029');
    const policy =
      "default-src 'none'; script-src 'unsafe-inline'; style-src 'unsafe-inline'; img-src data:; font-src data:";
    const text = [
      '<!doctype html>',
      '<html lang="en">',
      '<head>',
      '<meta charset="utf-8">',
      `<meta http-equiv="Content-Security-Policy" content="${policy}">`,
      '<meta name="viewport" content="width=device-width, initial-scale=1">',
      `<title>${escapeXml(explored.title || name)}</title>`,
      `<style>${rules}</style>`,
      '</head>',
      '<body>',
      `<script type="application/json" id="data">${data}</script>`,
      `<script>${script}</script>`,
      '</body>',
      '</html>',
      '',
    ].join('\n');
    return { bytes: strToU8(text), notes: [] };
  },
};

/** Pictures would be most of the file. */
const picturesIn = (col: Column): boolean =>
  col.type === 'text' && col.dictionary.some((text) => text.startsWith('data:'));

type Words = Pick<Explored, 'title' | 'subtitle' | 'caption' | 'method' | 'credit'>;

function wordsOf({ parts }: FigureSettings, laid: LaidFigure): Words {
  const of = (kind: keyof Words): string => {
    const part = parts.find((one) => one.kind === kind && !one.hidden);
    if (!part) return '';
    if (part.kind === 'method') return part.text ?? toldByTrails(laid.page.shown);
    return 'text' in part ? (part.text ?? '') : '';
  };
  return {
    title: of('title'),
    subtitle: of('subtitle'),
    caption: of('caption'),
    method: of('method'),
    credit: of('credit'),
  };
}

/** A box of the page as a document of its own. */
async function svgOf(laid: LaidFigure, box: LaidFigure['boxes'][number]['box']): Promise<string> {
  return svgDocument({ width: box.width, height: box.height + 4 }, (pen) => {
    const moved = (x: number): number => x - box.x;
    const down = (y: number): number => y - box.y;
    const shifted = (along: readonly number[]): number[] => along.map((one, i) => (i % 2 ? down(one) : moved(one)));
    return laid.drawOnly('legend', {
      ...pen,
      line: (x1, y1, x2, y2, control, look) =>
        pen.line(moved(x1), down(y1), moved(x2), down(y2), control && [moved(control[0]), down(control[1])], look),
      path: (along, look) => pen.path(shifted(along), look),
      polygon: (along, fill, opacity) => pen.polygon(shifted(along), fill, opacity),
      shape: (kind, x, y, ...rest) => pen.shape(kind, moved(x), down(y), ...rest),
      rect: (x, y, width, height, fill) => pen.rect(moved(x), down(y), width, height, fill),
      text: (words, x, y, look) => pen.text(words, moved(x), down(y), look),
    });
  });
}

/** The groups that give nodes their colours. */
function groupsOf({ made, scene }: NonNullable<ReturnType<LaidFigure['page']['map']>>): Pick<Explored, 'groups'> {
  const { group, groupColumn } = scene;
  const col = groupColumn === undefined ? undefined : columnOf({ columns: made.network.nodeColumns }, groupColumn);
  if (!group || !col) return {};
  const names: string[] = [];
  const colours: string[] = [];
  group.forEach((code, v) => {
    if (code < 0 || names[code] !== undefined) return;
    names[code] = cellText(col, v);
    colours[code] = hex([scene.fill[3 * v], scene.fill[3 * v + 1], scene.fill[3 * v + 2]]);
  });
  const filled = (list: string[]): string[] => Array.from(list, (one: string | undefined) => one ?? '');
  return { groups: { of: packed(Int32Array.from(group)), names: filled(names), colours: filled(colours) } };
}
