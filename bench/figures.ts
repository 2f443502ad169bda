/** Files of a figure of 6,000 nodes and 300,000 ties, held against drawing it with a pen that draws nothing. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { allFontFiles } from '@/core/figure/fonts';
import { figureFormats } from '@/core/figure/files';
import { lettersSeen } from '@/core/figure/files/svg';
import { firstFigure, layFigure, readHeld, writeHeld } from '@/core/figure/plan';
import { sample } from '@/core/figure/plan/samples';
import { network } from '@/core/graph';
import { own } from '@/core/own';
import { seeded } from '@/core/random';
import { picture } from '@/runner/canvas';
import { type Line, milliseconds } from './clock';

const aims: Record<string, string> = { svg: 'at most 2 s', pdf: 'at most 10 s', html: 'opens in 2 s' };

export async function figureLines(): Promise<Line[]> {
  const random = seeded(1);
  const [n, m] = [6000, 300_000];
  const made = {
    ...sample(),
    network: {
      ...network({
        nodes: n,
        edges: Array.from({ length: m }, (): [number, number] => [random.below(n), random.below(n)]),
        directed: true,
      }),
      positions: Float32Array.from({ length: 2 * n }, () => random.below(4000)),
    },
    style: undefined,
  };
  const figure = firstFigure({ id: 'one', name: 'Large' });
  const laid = (): ReturnType<typeof layFigure> => layFigure(figure, () => made);
  const fonts = new Map(
    allFontFiles.map((name) => [name, new Uint8Array(readFileSync(join('public', 'fonts', name)))] as const),
  );
  const script = readFileSync(join('public', 'explore.js'), 'utf8');
  const took = await milliseconds(() => laid().draw(lettersSeen().pen));
  const against = { what: 'laid and drawn with a pen that draws nothing', took };
  const lines: Line[] = [];
  for (const format of figureFormats) {
    let size = 0;
    const ours = await milliseconds(async () => {
      size = (await format.make(laid(), figure, 'Large', {}, { fonts, script })).bytes.length;
    });
    const note = `${(size / 1e6).toFixed(1)} MB`;
    lines.push({ what: `${format.title} of 300,000 ties`, ours, against, aim: own(aims, format.key) ?? '', note });
  }
  const page = laid();
  const [width, height] = [page.width, page.height].map((pixels) => Math.round((pixels / 96) * 300));
  let size = 0;
  lines.push({
    what: 'PNG of 300,000 ties at 300 dpi',
    ours: await milliseconds(async () => {
      size = (await picture(laid(), width, height)).length;
    }),
    against,
    aim: 'under 6 s',
    note: `${(size / 1e6).toFixed(1)} MB`,
  });
  const held = writeHeld([made]);
  lines.push({
    what: 'what a figure holds of them, written and read',
    ours: await milliseconds(() => readHeld(writeHeld([made]))),
    against,
    aim: '',
    note: `${(held.length / 1e6).toFixed(1)} MB`,
  });
  return lines;
}
