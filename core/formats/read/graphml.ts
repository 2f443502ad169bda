import { Fault, counted } from '../../fault';
import type { ColumnSpec } from '../../tables';
import { type Format, type ReadPart, RecordRows, wholeBytes } from './format';
import { readXml } from './xml';
import { own } from '../../own';

interface Key {
  name: string;
  type: string;
  for: string;
  fallback?: string;
}

const types: Record<string, ColumnSpec['type']> = {
  boolean: 'yesno',
  int: 'number',
  long: 'number',
  float: 'number',
  double: 'number',
};

/** GraphML: nodes and edges with all their attributes, as two tables. Nested graphs are read as one; hyperedges and ports are left out. */
export const graphmlFormat: Format = {
  key: 'graphml',
  title: 'GraphML',
  endings: ['graphml', 'xml'],
  fits: (_head, text) => /<graphml[\s>]/.test(text),
  async read(source, context) {
    const keys = new Map<string, Key>();
    const nodes = new RecordRows(['id']);
    const edges = new RecordRows(['from', 'to']);
    let record: [string, string][] | undefined;
    /** Records that are open, outer ones first: a node may hold a graph. */
    const outer: { kind: 'node' | 'edge'; record: [string, string][]; directed?: string }[] = [];
    let key: Key | undefined;
    let field: string | undefined;
    let text = '';
    let byDefault = 'undirected';
    const directions = { directed: 0, undirected: 0 };
    let left = 0;
    let seen = false;
    const close = (kind: 'node' | 'edge'): void => {
      const ended = outer.pop();
      if (!ended) return;
      const given = new Set(ended.record.map(([name]) => name));
      for (const { name, for: whose, fallback } of keys.values()) {
        if (fallback !== undefined && (whose === kind || whose === 'all') && !given.has(name))
          ended.record.push([name, fallback]);
      }
      const rows = kind === 'node' ? nodes : edges;
      rows.push(ended.record, rows.count + 1);
      record = outer.at(-1)?.record;
    };
    await readXml(
      await wholeBytes(source, context),
      source.name,
      {
        open(tag, attributes) {
          text = '';
          if (tag === 'graphml') seen = true;
          else if (tag === 'key') {
            key = {
              name: attributes['attr.name'] ?? attributes.id ?? '',
              type: attributes['attr.type'] ?? 'string',
              for: attributes.for ?? 'all',
            };
            if (attributes.id !== undefined) keys.set(attributes.id, key);
          } else if (tag === 'graph') byDefault = attributes.edgedefault ?? byDefault;
          else if (tag === 'node') {
            record = [['id', attributes.id ?? '']];
            outer.push({ kind: 'node', record });
          } else if (tag === 'edge') {
            record = [
              ['from', attributes.source ?? ''],
              ['to', attributes.target ?? ''],
            ];
            if (attributes.id) record.push(['id', attributes.id]);
            const directed =
              attributes.directed === undefined ? byDefault === 'directed' : /^(true|1)$/.test(attributes.directed);
            directions[directed ? 'directed' : 'undirected']++;
            record.push(['directed', directed ? 'yes' : 'no']);
            outer.push({ kind: 'edge', record });
          } else if (tag === 'data') {
            // What is no declared attribute (drawing instructions, say) is left out.
            field = keys.get(attributes.key ?? '')?.name ?? attributes.key;
          } else if (tag === 'hyperedge' || tag === 'port') left++;
        },
        text(piece) {
          text += piece;
        },
        close(tag) {
          if (tag === 'default' && key) key.fallback = text.trim();
          else if (tag === 'data' && field !== undefined && record) {
            const own = ['id', 'from', 'to', 'directed'].includes(field) ? `${field} 2` : field;
            record.push([own, text.trim()]);
            field = undefined;
          } else if (tag === 'node' || tag === 'edge') close(tag);
        },
      },
      (share) => context.breathe(0.3 + 0.6 * share),
    );
    if (!seen)
      throw new Fault(
        `“${source.name}” is XML, but no GraphML. Bring in GraphML, or save the table as CSV.`,
        source.name,
      );
    const notes = [
      ...nodes.notes,
      ...edges.notes,
      ...(left ? [`${counted(left, 'hyperedge or port', 'hyperedges and ports')} left out.`] : []),
    ];
    const mixed = directions.directed > 0 && directions.undirected > 0;
    const how = mixed ? 'edges directed and undirected' : directions.directed ? 'directed' : 'undirected';
    const typed = (kind: string): ReadPart['types'] =>
      Object.fromEntries(
        [...keys.values()].flatMap(({ name, type, for: whose }) => {
          const known = whose === kind || whose === 'all' ? own(types, type) : undefined;
          return known ? [[name, { type: known }]] : [];
        }),
      );
    const parts: ReadPart[] = [];
    if (nodes.count)
      parts.push({
        name: 'nodes',
        table: nodes.done(),
        faulty: [],
        notes,
        how: 'GraphML, the nodes',
        types: typed('node'),
      });
    if (edges.count) {
      const table = edges.done();
      // Said once for all where all are alike.
      if (!mixed) table.columns = table.columns.filter(({ name }) => name !== 'directed');
      parts.push({
        name: 'edges',
        table,
        faulty: [],
        notes: [],
        how: `GraphML, the edges; ${how}`,
        types: typed('edge'),
      });
    }
    if (!parts.length) throw new Fault(`“${source.name}” has neither nodes nor edges.`, source.name);
    return parts;
  },
};
