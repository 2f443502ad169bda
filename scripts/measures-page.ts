/** The page docs/measures.md, made from the registries. */
import { chanceModels } from '@/core/chance';
import { groupMethods } from '@/core/groups';
import { type Explained, type Measure, edgeMeasures, nodeMeasures, questions, wholeFigures } from '@/core/measure';

const keys = (measure: Measure): string =>
  measure.columns.map(({ key, name }) => (measure.columns.length > 1 ? `\`${key}\` ${name}` : `\`${key}\``)).join(', ');

const explained = (one: Explained, ...more: string[]): string =>
  [
    one.words,
    '',
    `- Formula: ${one.formula}`,
    `- Source: ${one.source}`,
    `- Reads: ${one.reads}`,
    `- High: ${one.high}`,
    `- Low: ${one.low}`,
    `- Beware: ${one.beware}`,
    ...more,
    '',
  ].join('\n');

const parts = {
  size: 'Size',
  density: 'Density and closure',
  parts: 'Parts',
  distance: 'Distances',
  centralisation: 'Centralisation',
  mixing: 'Mixing',
  dyads: 'Dyads',
  'two-mode': 'Two-mode networks',
} as const;

export function measuresPage(): string {
  const lines = [
    '# Measures',
    '',
    'Made from the registries in `core/`; `npm run schema` writes it. The editor, the panels and the runner say the same.',
    '',
    'Three views of one network are read: the **network as it is**; its **undirected simple view** (direction and loops dropped, parallel edges merged, weights summed); its **directed simple view** (loops dropped, parallel edges merged). A tie of an undirected network runs both ways. Equal values share a rank. What is not defined is said to be so, with the reason.',
    '',
    'Paths count sequences of nodes. Lengths that differ by less than 1e-10 of themselves are equal. A weight of 0 or less is an error where distances are needed. Of parallel distances the shortest counts; parallel strengths are summed.',
    '',
    '## Nodes',
    '',
  ];
  for (const [question, title] of Object.entries(questions)) {
    const here = nodeMeasures.filter((one) => one.question === question);
    if (here.length === 0) continue;
    lines.push(`### ${title}`, '');
    for (const one of here) lines.push(`#### ${one.name}`, '', explained(one, `- Keys: ${keys(one)}`));
  }
  lines.push('## Ties', '');
  for (const one of edgeMeasures) lines.push(`### ${one.name}`, '', explained(one, `- Keys: ${keys(one)}`));
  lines.push('## The whole network', '');
  for (const [part, title] of Object.entries(parts)) {
    lines.push(`### ${title}`, '');
    for (const one of wholeFigures.filter((figure) => figure.part === part))
      lines.push(`#### ${one.name}`, '', explained(one, `- Key: \`${one.key}\``));
  }
  lines.push(
    '### Triads',
    '',
    'The 16 kinds of sets of three nodes, by their mutual, asymmetric and null pairs, counted on the directed simple view: ' +
      wholeFigures
        .filter(({ part }) => part === 'triads')
        .map(({ key }) => `\`${key}\``)
        .join(', ') +
      ' (Holland & Leinhardt 1970; Batagelj & Mrvar 2001).',
    '',
    '## Against chance',
    '',
    'Random networks are drawn with a seed and have neither loops nor parallel ties, so the network is read without them. For each figure: its value here, mean and standard deviation of the draws (from n − 1), z, and the share of draws at the value or beyond it, seen from the mean. Where all draws are equal there is no z, and it is said. The profile of triads is z scaled to length 1 (Milo et al. 2004).',
    '',
    ...Object.entries(chanceModels).map(
      ([key, { name, words, source }]) => `- \`${key}\`, keeping ${name}. ${words} (${source})`,
    ),
    '- Values of a column shuffled over the nodes, for assortativity and the E–I index.',
    '',
    '## Groups',
    '',
    ...Object.entries(groupMethods).map(
      ([key, { name, words, source }]) => `- **${name}** (\`${key}\`). ${words} (${source})`,
    ),
    '- **A column as it is** (`column`).',
    '',
    'Small networks are tried up to ten times with seeds of their own, and the best division is taken; Louvain, whose results scatter more, also in larger ones. In large networks Leiden ends when a whole pass betters the quality by less than 1.5 %. An isolate is a group of its own; in the numbers of groups that a resolution gives only groups of two nodes or more count. Names and colours go from run to run with the group that holds most of the strongest members. Steadiness is the mean adjusted Rand index (Hubert & Arabie 1985) between runs with other seeds.',
    '',
    '## Paths, contacts, comparison',
    '',
    'Shortest paths (Dijkstra 1959), simple paths and cycles up to a length, spanning forests (Kruskal 1956), largest flow and smallest cut (Dinic 1970), ties that must go to part two nodes (Menger 1927). Contacts of two groups: ties between them, and paths of two ties through third nodes. Two measures: Spearman’s ρ and Kendall’s τ-b with ties. Two groupings: adjusted Rand index and normalised mutual information (over the mean entropy). Two networks: Jaccard index of ties, and the correlation of their matrices with its permutation test (Krackhardt 1988).',
  );
  return `${lines.join('\n')}\n`;
}
