/** The command `check`: what is in an archive, and whether running it gives what the application had. */
import { type Files, type StudyArchive, isStudy, readStudyArchive, runnable } from '@/core/archive';
import { Fault, counted, grouped } from '@/core/fault';
import { faultOf, networksOf, readFigure } from '@/core/figure/plan';
import { edgeCount, nodeCount } from '@/core/graph';
import type { Crew } from '@/core/split';
import { withFiles } from './archive-files';
import { svgText } from './figure-files';
import { parseWords } from './words';

type Study = Awaited<ReturnType<typeof runnable>>;

/** Lines that say it; `same` where everything that can be compared is the same. */
export async function checkCommand(words: readonly string[], crew?: Crew): Promise<{ text: string; same: boolean }> {
  const { rest } = parseWords(words, { flags: [], values: [] });
  const [path] = rest;
  if (path === undefined || rest.length > 1) throw new Fault('Give one archive or folder: check ARCHIVE-or-FOLDER.');
  return withFiles(path, async (files: Files) => {
    if (!isStudy(files)) throw new Fault(`“${path}” is no archive of a study. check compares studies; run takes both.`);
    const archive = await readStudyArchive(files, path);
    return checked(archive, await runnable(archive, { crew }));
  });
}

async function checked(archive: StudyArchive, study: Study): Promise<{ text: string; same: boolean }> {
  const records = archive.tables.reduce((sum, { rows }) => sum + rows, 0);
  const lines = [
    archive.name,
    [
      `${counted(archive.tables.length, 'table')} (${grouped(records)} records)`,
      counted(archive.names.length, 'list') + ' of names',
      counted(archive.shortlists.length, 'shortlist'),
      `${archive.kept.length} kept (looks, palettes, sifts, outlines)`,
      counted(archive.networks.length, 'network'),
      counted(archive.figures.length, 'figure'),
    ].join(', '),
  ];
  let same = true;
  const tell = (name: string, differences: readonly string[], otherwise: string): void => {
    if (differences.length) same = false;
    lines.push(`  ${name}: ${differences.length ? `DIFFERS: ${differences.join('; ')}` : otherwise}`);
  };
  const wrong = new Map<string, string>();
  lines.push('Networks');
  for (const network of archive.networks) {
    const { differences, otherwise } = await networkDifferences(archive, study, network);
    if (differences.length) wrong.set(network.id, network.name);
    tell(network.name, differences, otherwise);
  }
  lines.push('Figures');
  for (const figure of archive.figures) {
    const { differences, otherwise } = await figureDifferences(study, figure, wrong);
    tell(figure.name, differences, otherwise);
  }
  if (archive.unknown.length)
    lines.push(`${counted(archive.unknown.length, 'file')} in it belong to nothing that is known.`);
  lines.push(same ? 'Everything is reproduced.' : 'Not everything is reproduced.');
  return { text: `${lines.join('\n')}\n`, same };
}

interface Compared {
  differences: string[];
  otherwise: string;
}

/** How a network's run differs from what the application kept of its last one. */
async function networkDifferences(
  archive: StudyArchive,
  study: Study,
  network: StudyArchive['networks'][number],
): Promise<Compared> {
  try {
    const { made, run, layout } = await study.network(network.id);
    const fault = made ? faultOf(made) : run.reports.find((report) => report.fault !== undefined)?.fault;
    if (!made || fault !== undefined) return { differences: [fault ?? 'its trail is empty'], otherwise: '' };
    const now = { nodes: nodeCount(made.network), edges: edgeCount(made.network) };
    const size = `${counted(now.nodes, 'node')}, ${counted(now.edges, 'tie')}`;
    const { result } = network;
    if (!result) return { differences: [], otherwise: `${size}; nothing is kept to compare it with` };
    if (result.digest !== run.digest)
      return { differences: [], otherwise: `${size}; it was changed after its last run, so nothing is compared` };
    const differences = (['nodes', 'edges'] as const).flatMap((key) =>
      result[key] === now[key] ? [] : [`${grouped(now[key])} ${key}, kept are ${grouped(result[key])}`],
    );
    const kept = network.positions === undefined ? undefined : await archive.bytes(network.positions);
    if (kept?.length && layout && !same(kept, layout)) differences.push('nodes stand elsewhere');
    return {
      differences,
      otherwise: `${size}; as the application had it${kept?.length ? ', positions to the bit' : ''}`,
    };
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    return { differences: [error.message], otherwise: '' };
  }
}

const same = (kept: Uint8Array, positions: Float32Array): boolean =>
  Buffer.from(kept).equals(Buffer.from(positions.buffer, positions.byteOffset, positions.byteLength));

/** A held figure is drawn from what it holds and from its networks as they are; one that follows rests on them. */
async function figureDifferences(
  study: Study,
  figure: StudyArchive['figures'][number],
  wrong: ReadonlyMap<string, string>,
): Promise<Compared> {
  try {
    const settings = readFigure(figure.settings);
    const { laid } = await study.figure(figure.id);
    const drawn = await svgText(laid, settings, figure.name);
    if (!settings.held) {
      const rests = networksOf(settings).flatMap((id) => wrong.get(id) ?? []);
      return { differences: rests.map((name) => `it shows “${name}”`), otherwise: 'follows its networks, reproduced' };
    }
    const { laid: anew } = await study.figure(figure.id, { held: false });
    const again = await svgText(anew, settings, figure.name);
    return {
      differences: [],
      otherwise:
        again === drawn
          ? 'held, and its networks give the same page to the byte'
          : 'held, reproduced from what it holds; its networks have changed since',
    };
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    return { differences: [error.message], otherwise: '' };
  }
}
