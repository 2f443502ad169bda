/** Reads node and edge files into a network, strictly: ids are texts, and what does not fit is said. */
import { type Column, RawBuilder, type Table, cellText, column, senseOf, typedTable } from '@/core/tables';
import { CsvReader } from '@/core/formats';
import { Fault, listed } from '@/core/fault';
import { type Network } from '@/core/graph';
import { bytesOf } from './words';

/** A CSV file as a table with found types; the columns named in `texts` stay as they are written. */
export function readTable(path: string, texts: readonly string[]): Table {
  let raw: RawBuilder | undefined;
  const reader: CsvReader = new CsvReader(path, {
    rows: (cells) => (raw ??= new RawBuilder(reader.found?.columns ?? [])).push(cells),
    faulty: ({ line, reason }) => {
      throw new Fault(`“${path}”, line ${line}: ${reason}. Mend the line, and run again.`);
    },
  });
  reader.push(bytesOf(path));
  const { columns } = reader.end();
  const table = (raw ?? new RawBuilder(columns)).done();
  const specs = table.columns.map((col) =>
    texts.includes(col.name) ? { name: col.name, type: 'text' as const } : senseOf(col).spec,
  );
  return typedTable(path, table, specs);
}

/**
 * The column of ids: the one asked for, else `id`, else the first whose cells are all filled and all different, which is said in `said`. Ids stay as they are written.
 */
function idColumn(path: string, asked: string | undefined, said: string[]): { table: Table; id: Column } {
  const table = readTable(path, [asked ?? 'id']);
  if (asked !== undefined || column(table, 'id')) return { table, id: needed(table, asked ?? 'id', 'id') };
  const unique = table.columns.find((col) => {
    const seen = new Set<string>();
    for (let r = 0; r < table.rows; r++) seen.add(cellText(col, r));
    return !seen.has('') && seen.size === table.rows;
  });
  if (!unique) return { table, id: needed(table, 'id', 'id') };
  said.push(
    `“${path}” has no column “id”; its nodes are known by “${unique.name}”, the first that differs in every row. --id names another.`,
  );
  const again = readTable(path, [unique.name]);
  return { table: again, id: needed(again, unique.name, 'id') };
}

function needed(table: Table, name: string, option: string): Column {
  const found = column(table, name);
  if (found) return found;
  const names = table.columns.map((col) => col.name);
  throw new Fault(`“${table.name}” has no column “${name}”. It has ${listed(names, 12)}; name one with --${option}.`);
}

export interface Asked {
  nodes?: string;
  edges: string;
  /** The column of ids; absent: `id`, or the first that can be. */
  id?: string;
  source: string;
  target: string;
  directed: boolean;
  weight?: string;
}

/** The network of the two files. Nodes come in the order of their file; ends it does not have are a Fault, without a node file they are the nodes. */
export function readNetwork(asked: Asked, said: string[] = []): Network {
  const ids: string[] = [];
  let nodeColumns: Column[] = [];
  const places = new Map<string, number>();
  if (asked.nodes !== undefined) {
    const { table, id } = idColumn(asked.nodes, asked.id, said);
    nodeColumns = table.columns.filter((col) => col !== id);
    for (let r = 0; r < table.rows; r++) {
      const key = cellText(id, r);
      if (key === '')
        throw new Fault(`“${asked.nodes}”: row ${r + 1} has nothing in “${id.name}”. Give every node an id.`);
      if (places.has(key))
        throw new Fault(`“${asked.nodes}”: the id “${key}” stands twice. Give every node an id of its own.`);
      places.set(key, ids.length);
      ids.push(key);
    }
  }
  const table = readTable(asked.edges, [asked.source, asked.target]);
  const ends = [needed(table, asked.source, 'source'), needed(table, asked.target, 'target')];
  const weights = asked.weight === undefined ? undefined : needed(table, asked.weight, 'weight');
  const place = (key: string, row: number): number => {
    if (key === '')
      throw new Fault(`“${asked.edges}”: row ${row + 1} lacks one of its ends. Fill it in, or remove the row.`);
    const known = places.get(key);
    if (known !== undefined) return known;
    if (asked.nodes !== undefined) {
      throw new Fault(
        `“${asked.edges}”: row ${row + 1} names “${key}”, which is not in “${asked.nodes}”. Add the node, or remove the row.`,
      );
    }
    places.set(key, ids.length);
    ids.push(key);
    return ids.length - 1;
  };
  const m = table.rows;
  const source = new Uint32Array(m);
  const target = new Uint32Array(m);
  const weight = new Float64Array(m).fill(1);
  for (let r = 0; r < m; r++) {
    source[r] = place(cellText(ends[0], r), r);
    target[r] = place(cellText(ends[1], r), r);
    if (!weights) continue;
    const text = weights.type === 'number' ? weights.values[r] : NaN;
    if (Number.isNaN(text)) {
      throw new Fault(`“${asked.edges}”: row ${r + 1} has no number in “${asked.weight}”. Give every edge a weight.`);
    }
    weight[r] = text;
  }
  return {
    directed: asked.directed,
    ids,
    labels: ids,
    source,
    target,
    weight,
    weightName: asked.weight ?? 'weight',
    nodeColumns,
    edgeColumns: [],
  };
}
