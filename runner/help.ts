import { chanceKeys, chanceModels } from '@/core/chance';
import { type Measure, edgeMeasures, nodeMeasures, wholeFigures } from '@/core/measure';

/** The help text; every measure comes from the registry. */
export function help(command?: string): string {
  const width = 32;
  const needs = { by: ' (with --by)', sides: ' (not from files)', records: ' (not from files)' } as const;
  const list = (measures: readonly Measure[]): string =>
    measures
      .flatMap((measure) =>
        measure.columns.map(
          ({ key, name }) =>
            `  ${key.padEnd(width)}${name}${measure.weighted ? ' (with --weight)' : ''}${measure.needs ? needs[measure.needs] : ''}`,
        ),
      )
      .join('\n');
  const measure = `measure: figures of a network as JSON
  npm run -s runner -- measure --edges E.csv [--nodes N.csv] [options]

  --edges FILE       CSV file of edges; comma, semicolon or tab is found by itself
  --nodes FILE       CSV file of nodes; without it the ends of the edges are the nodes
  --id COLUMN        id column of the nodes (id, else the first that differs in every row)
  --source COLUMN    column of an edge's first end (source)
  --target COLUMN    column of an edge's second end (target)
  --directed         edges have a direction
  --weight COLUMN    number column of the edges: strength, and the weighted measures
  --weight-as WHAT   strength (long when weak) or distance, for paths (strength)
  --measures A,B,…   the keys below, or all (all)
  --groups METHOD    leiden, louvain, potts, labels, removal, profiles, components or cores:
                     adds group, modularity and groups
  --resolution R     of the groups (1)
  --count N          how many groups profiles are cut into (6)
  --seed S           of groups and samples (1)
  --by COLUMN        node column of groups, for roles between groups and mixing
  --steps K          of reach (2)
  --alpha A          of Katz (0.85 of its limit)
  --damping D        of PageRank (0.85)
  --pivots K         betweenness estimated from K sources, with its standard error
  --json FILE        writes there instead of to standard output

  Prints { "nodes": [{ "id", … }], "edges": [{ "source", "target", … }], "network": { … } }.
  Undefined values are null, with the reason under "undefined".

Keys of nodes
${list(nodeMeasures)}

Keys of edges
${list(edgeMeasures)}

Keys of the network
${wholeFigures.map(({ key, name }) => `  ${key.padEnd(width)}${name}`).join('\n')}
`;
  const chance = `chance: figures of a network held against random ones, as JSON
  npm run -s runner -- chance --edges E.csv [--directed] --model MODEL --draws N --seed S [options]

  --model MODEL      ${Object.keys(chanceModels).join(', ')} (uniform)
  --draws N          random networks (100)
  --seed S           (1)
  --figures A,B,…    ${chanceKeys.slice(0, 6).join(', ')} … (all)
  and --nodes, --id, --source, --target, --json as for measure

  Prints { "figures": { "<key>": { "observed", "mean", "sd", "z", "share_at_or_beyond" }, … }, … }.
  Loops and parallel edges are left out. z is null where all draws are equal.
`;
  const run = `run: the archive of a study, or of one network, packed or as a folder
  npm run -s runner -- run ARCHIVE --out DIR [options]

  --network NAME              only this network; may be given several times
  --figure NAME               only this figure; may be given several times
  --set step.setting=value    another setting, such as keep.rule.min=2 or s3.seed=7; a step is
                              named by its id, or by its kind where there is one of it

  Of a network it writes nodes.csv, edges.csv, network.xlsx, network.graphml, network.json,
  network.ndjson, map.svg, method.txt, references.bib and report.json; of a study, these for
  each network into DIR/networks, and each figure as PDF, SVG, HTML and PNG into DIR/figures.
`;
  const check = `check: what is in the archive of a study, and whether running it gives what the application had
  npm run -s runner -- check ARCHIVE

  Ends with exit code 1 where something differs.
`;
  if (command === 'measure') return measure;
  if (command === 'chance') return chance;
  if (command === 'run') return run;
  if (command === 'check') return check;
  return `Nunatak's runner. A wrong call or file ends with one sentence and exit code 2.\n\n${measure}\n${chance}\n${run}\n${check}`;
}
