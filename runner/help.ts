import { measures, wholeFigures } from '@/core/measure';

/** The help text; every measure comes from the registry. */
export function help(command?: string): string {
  const keys = measures.flatMap((measure) => measure.columns.map(({ key }) => key));
  const width = Math.max(...keys.map((key) => key.length)) + 2;
  const list = measures.flatMap((measure) =>
    measure.columns.map(
      ({ key, name }) => `  ${key.padEnd(width)}${name}${measure.weighted ? ' (with --weight)' : ''}`,
    ),
  );
  const measure = `measure: figures of a network as JSON
  npm run -s runner -- measure --edges E.csv [--nodes N.csv] [options]

  --edges FILE       CSV file of edges; comma, semicolon or tab is found by itself
  --nodes FILE       CSV file of nodes; without it the ends of the edges are the nodes
  --id COLUMN        id column of the nodes (id)
  --source COLUMN    column of an edge's first end (source)
  --target COLUMN    column of an edge's second end (target)
  --directed         edges have a direction
  --weight COLUMN    number column of the edges: strength, and the weighted measures
  --measures A,B,…   the keys below, or all (all)
  --json FILE        writes there instead of to standard output

  Prints { "nodes": [{ "id", … }], "edges": [{ "source", "target", … }], "network": { … } }.
  Undefined values are null, with the reason under "undefined".

Keys of nodes
${list.join('\n')}

Keys of the network
${wholeFigures.map(({ key, name }) => `  ${key.padEnd(width)}${name}`).join('\n')}
`;
  const run = `run: a trail with its tables, as taken away from the application
  npm run -s runner -- run ARCHIVE.zip --out DIR
  npm run -s runner -- run FOLDER --out DIR

  Writes nodes.csv, edges.csv, network.graphml, map.svg and report.json into DIR.
`;
  if (command === 'measure') return measure;
  if (command === 'run') return run;
  return `Nunatak's runner. A wrong call or file ends with one sentence and exit code 2.\n\n${measure}\n${run}`;
}
