/** How a figure was made, in sentences written from its trail, and the works that its methods come from. */
import type { NamesList } from '../names';
import { columnsRead } from '../ties';
import type { Step, StepReport, Trail } from '../trail';
import { groups } from './kinds/groups';
import { keep } from './kinds/keep';
import { measure } from './kinds/measure';
import { arrange, combine, derive, gather, project, style } from './kinds/small';
import { ties } from './kinds/ties';
import { type Reference, citation } from './reference';
import { namedIn } from './references';
import type { StepOf, Telling, Told } from './told';

export { type Reference, bibtex, citation, ris } from './reference';
export type { Told } from './told';

const kinds: { [K in Step['kind']]: Telling<K> } = {
  ties,
  project,
  combine,
  keep,
  derive,
  measure,
  groups,
  gather,
  arrange,
  style,
};

export interface MethodNote {
  /** By step, those that give none left away. */
  sentences: { step: string; text: string }[];
  references: Reference[];
}

/** Steps that are off, that failed or were stopped had no part in what came of the trail, and none in the note. */
export function methodNote(
  trail: Trail,
  reports: readonly StepReport[],
  given: Omit<Told, 'report' | 'before'>,
): MethodNote {
  const byId = new Map(reports.map((report) => [report.id, report]));
  const sentences: MethodNote['sentences'] = [];
  const cited = new Set<Reference>();
  let before: StepReport | undefined;
  for (const step of trail.steps) {
    const report = byId.get(step.id);
    if (report?.fault !== undefined) break;
    if (!step.on || !report || report.stopped) continue;
    const told: Told = { ...given, report, ...(before ? { before } : {}) };
    const { sentences: say, sources } = kinds[step.kind] as Telling<'ties'>;
    const text = say(step as StepOf<'ties'>, told).join(' ');
    if (text !== '') sentences.push({ step: step.id, text });
    for (const source of sources?.(step as StepOf<'ties'>, told) ?? [])
      for (const found of namedIn(source).found) cited.add(found);
    before = report;
  }
  const references = [...cited].sort((a, b) => (citation(a) < citation(b) ? -1 : 1));
  return { sentences, references };
}

/** The note and its references as one text. */
export function methodText({ sentences, references }: MethodNote): string {
  const lines = sentences.map(({ text }) => text);
  return [...lines, ...(references.length ? ['', 'References', ...references.map(citation)] : [])].join('\n') + '\n';
}

/** How many spellings are joined to another in the columns that the ties are read from. */
export function spellingsJoined(trail: Trail, names: readonly NamesList[]): number {
  const [first] = trail.steps;
  if (first?.kind !== 'ties') return 0;
  const read = columnsRead(first);
  return names
    .filter(({ columns }) =>
      columns.some((ref) => read.some((one) => one.table === ref.table && one.column === ref.column)),
    )
    .reduce((sum, { entries }) => sum + Object.keys(entries).length, 0);
}
