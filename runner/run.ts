/** The command `run`: a trail with its tables. */
import { existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join, normalize } from 'node:path';
import { unzipSync } from 'fflate';
import { readArchive } from '@/core/formats/archive';
import { writtenFormats } from '@/core/formats/write/registry';
import { svg } from '@/core/figure';
import { bibtex, methodNote, methodText, spellingsJoined } from '@/core/method';
import { sceneOf } from '@/core/scene';
import { runTrail } from '@/core/trail';
import { edgeCount, nodeCount } from '@/core/graph';
import { Fault, counted } from '@/core/fault';
import { bytesOf, parseWords } from './words';
import { own } from '@/core/own';

const largestFile = 512 * 1024 * 1024;

/** Files of a folder or a ZIP archive by their paths inside. */
function filesOf(path: string): (inside: string) => Uint8Array | undefined {
  if (!existsSync(path)) throw new Fault(`There is no “${path}”. Give the folder or archive of a network.`);
  if (statSync(path).isDirectory()) {
    return (inside) => {
      const full = join(path, normalize(inside));
      if (!full.startsWith(normalize(path))) throw new Fault(`“${inside}” lies outside of “${path}”.`);
      return existsSync(full) ? readFileSync(full) : undefined;
    };
  }
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytesOf(path), {
      filter: ({ name, originalSize }) => {
        if (originalSize > largestFile) throw new Fault(`“${name}” in “${path}” is over 512 MB when unpacked.`);
        return true;
      },
    });
  } catch (error) {
    if (error instanceof Fault) throw error;
    throw new Fault(
      `“${path}” is no archive that can be unpacked. Give a folder, or a ZIP as the application makes it.`,
    );
  }
  return (inside) => own(files, inside);
}

/** Runs it, writes the results, and returns a line that says what came of it. */
export async function runCommand(words: readonly string[]): Promise<string> {
  const options = parseWords(words, { flags: [], values: ['out'] });
  const [path] = options.rest;
  const out = options.value('out');
  if (path === undefined || options.rest.length > 1)
    throw new Fault('Give one archive or folder: run ARCHIVE-or-FOLDER --out DIR.');
  if (out === undefined) throw new Fault('Name the folder for the results with --out.');
  const { archive, names, source } = readArchive(filesOf(path), path);
  const { reports, state, digest } = await runTrail(source, archive.trail);
  const fault = reports.find((report) => report.fault);
  if (fault || !state) throw new Fault(`Step ${fault?.id ?? '1'}: ${fault?.fault ?? 'the trail is empty.'}`);
  const { network, style } = state;
  const report = {
    name: archive.name,
    digest,
    nodes: nodeCount(network),
    edges: edgeCount(network),
    steps: reports.map(({ id, nodes, edges, result, notes }) => ({ id, nodes, edges, result, notes })),
  };
  mkdirSync(out, { recursive: true });
  const write = (name: string, text: string): void => writeFileSync(join(out, name), text);
  for (const format of writtenFormats) write(format.file, await format.write(network));
  write('map.svg', await svg(sceneOf(network, style), { width: 1200, height: 900, title: archive.name }));
  const called = (list: readonly { id: string; name: string }[], id: string): string =>
    list.find((one) => one.id === id)?.name ?? id;
  const note = methodNote(archive.trail, reports, {
    network,
    table: (key) => ({
      name: archive.tables.find((one) => one.key === key)?.name ?? key,
      rows: source.table(key).rows,
    }),
    networkName: (id) => called(archive.networks, id),
    shortlistName: (id) => called(archive.shortlists, id),
    spellings: spellingsJoined(archive.trail, names),
  });
  write('method.txt', methodText(note));
  write('references.bib', bibtex(note.references));
  write('report.json', JSON.stringify(report, null, 2) + '\n');
  return `${archive.name}: ${counted(report.nodes, 'node')}, ${counted(report.edges, 'edge')}; results in ${out}\n`;
}
