/** The command `run`: the networks and figures of a study, or one network, out of an archive. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Files, isStudy, readStudyArchive, runnable } from '@/core/archive';
import { Fault, counted, listed } from '@/core/fault';
import { madeOf } from '@/core/figure/plan';
import { readArchive } from '@/core/formats/archive';
import type { Crew } from '@/core/split';
import { type Trail, runTrail } from '@/core/trail';
import { filesOfNetwork, withFiles } from './archive-files';
import { writeFigure } from './figure-files';
import { whole, writeNetwork } from './network-files';
import { type Setting, meant, parseSetting, withSetting } from './set';
import { parseWords } from './words';

interface Wishes {
  out: string;
  networks: string[];
  figures: string[];
  settings: Setting[];
}

/** Runs it, writes the results, and returns lines that say what came of it. */
export async function runCommand(words: readonly string[], crew?: Crew): Promise<string> {
  const options = parseWords(words, { flags: [], values: ['out', 'network', 'figure', 'set'] });
  const [path] = options.rest;
  const out = options.value('out');
  if (path === undefined || options.rest.length > 1)
    throw new Fault('Give one archive or folder: run ARCHIVE-or-FOLDER --out DIR.');
  if (out === undefined) throw new Fault('Name the folder for the results with --out.');
  const wishes = {
    out,
    networks: options.all('network'),
    figures: options.all('figure'),
    settings: options.all('set').map(parseSetting),
  };
  return withFiles(path, (files) =>
    isStudy(files) ? runStudy(files, path, wishes, crew) : runNetwork(files, path, wishes, crew),
  );
}

/** The trail with the settings that mean it. */
const changedBy = (settings: readonly Setting[], name: string, trail: Trail): Trail =>
  settings.reduce((one, setting) => (meant(one, setting) ? withSetting(one, setting, name) : one), trail);

async function runNetwork(
  files: Files,
  path: string,
  { out, networks, figures, settings }: Wishes,
  crew?: Crew,
): Promise<string> {
  if (networks.length || figures.length)
    throw new Fault(`“${path}” holds one network. --network and --figure choose out of the archive of a study.`);
  const { archive, names, source } = readArchive(await filesOfNetwork(files, path), path);
  refuseUnmeant(settings, [archive.trail]);
  const trail = changedBy(settings, archive.name, archive.trail);
  const run = await runTrail(source, trail, { crew });
  const tables = archive.tables.map(({ key, name }) => ({ key, name, rows: source.table(key).rows }));
  const study = { tables, names, shortlists: archive.shortlists, networks: archive.networks };
  const made = whole(madeOf({ id: '', name: archive.name, version: 1, trail }, run, study), run.reports);
  const { nodes, edges } = await writeNetwork(made, out);
  return `${archive.name}: ${counted(nodes, 'node')}, ${counted(edges, 'edge')}; results in ${out}\n`;
}

function refuseUnmeant(settings: readonly Setting[], trails: readonly Trail[]): void {
  const lost = settings.find((setting) => !trails.some((trail) => meant(trail, setting)));
  if (lost) throw new Fault(`--set ${lost.words}: no step is called “${lost.step}”. Name it by its id or its kind.`);
}

/** Those of the names, or all where none is given; a Fault where there is none of a name. */
function chosen<T extends { name: string }>(list: readonly T[], names: readonly string[], what: string): readonly T[] {
  for (const name of names)
    if (!list.some((one) => one.name === name))
      throw new Fault(
        `There is no ${what} “${name}”. There are ${listed(
          list.map((one) => one.name),
          12,
        )}.`,
      );
  return names.length ? list.filter(({ name }) => names.includes(name)) : list;
}

/** Names of files: letters and digits of the names, with a number where two are alike. */
function fileNames(list: readonly { id: string; name: string }[]): ReadonlyMap<string, string> {
  const used = new Set<string>();
  return new Map(
    list.map(({ id, name }) => {
      const plain =
        name
          .replace(/[^\p{L}\p{N}]+/gu, '-')
          .replace(/^-+|-+$/g, '')
          .slice(0, 80) || 'unnamed';
      let file = plain;
      for (let i = 2; used.has(file.toLowerCase()); i++) file = `${plain}-${i}`;
      used.add(file.toLowerCase());
      return [id, file] as const;
    }),
  );
}

async function runStudy(files: Files, path: string, wishes: Wishes, crew?: Crew): Promise<string> {
  const { out, settings } = wishes;
  const archive = await readStudyArchive(files, path);
  const networks =
    wishes.figures.length && !wishes.networks.length ? [] : chosen(archive.networks, wishes.networks, 'network');
  const figures =
    wishes.networks.length && !wishes.figures.length ? [] : chosen(archive.figures, wishes.figures, 'figure');
  const named = new Set(wishes.networks);
  const heard: Trail[] = [];
  const study = await runnable(archive, {
    crew,
    change({ name }, trail) {
      if (named.size && !named.has(name)) return trail;
      heard.push(trail);
      return changedBy(settings, name, trail);
    },
  });
  refuseUnmeant(settings, heard);
  mkdirSync(out, { recursive: true });
  const said: string[] = [];
  const report = { study: archive.name, networks: [] as object[], figures: [] as object[] };
  const networkFiles = fileNames(archive.networks);
  for (const { id, name } of networks) {
    const folder = join('networks', networkFiles.get(id) as string);
    const done = await attempted(async () => {
      const { made, run } = await study.network(id);
      return writeNetwork(whole(made, run.reports), join(out, folder));
    });
    report.networks.push({ name, folder, ...('fault' in done ? done : done.value) });
    said.push(
      `${name}: ${'fault' in done ? done.fault : `${counted(done.value.nodes, 'node')}, ${counted(done.value.edges, 'edge')}; ${folder}`}`,
    );
  }
  const names = fileNames(archive.figures);
  for (const { id, name } of figures) {
    const file = names.get(id) as string;
    const done = await attempted(async () => {
      const { settings: page, laid } = await study.figure(id);
      const notes = await writeFigure(laid, page, name, join(out, 'figures'), file);
      return [...laid.problems.map(({ says }) => says), ...notes];
    });
    report.figures.push({ name, file: join('figures', file), ...('fault' in done ? done : { notes: done.value }) });
    said.push(`${name}: ${'fault' in done ? done.fault : ['figures/' + file, ...done.value].join('; ')}`);
  }
  writeFileSync(join(out, 'report.json'), `${JSON.stringify(report, null, 2)}\n`);
  return `${archive.name}: ${counted(networks.length, 'network')} and ${counted(figures.length, 'figure')}; results in ${out}\n${said
    .map((line) => `  ${line}\n`)
    .join('')}`;
}

/** What came of it, or the sentence that says why nothing did: the others go on. */
async function attempted<T>(work: () => Promise<T>): Promise<{ value: T } | { fault: string }> {
  try {
    return { value: await work() };
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    return { fault: error.message };
  }
}
