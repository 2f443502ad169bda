/** A small network as trails make one, for tests of figures. */
import { network } from '../../graph';
import { type Trail, trailSchema } from '../../trail';
import { defaultPalette, plainStyle } from '../../style';
import type { Made } from './made';

const trail: Trail = trailSchema.parse({
  steps: [{ id: 's1', kind: 'ties', on: true, table: 'letters', from: 'from', to: 'to' }],
});

/** Four nodes on two islands, five ties; sizes by degree, colours by island. */
export function sample(more: Partial<Made> = {}): Made {
  const net = network({
    nodes: 4,
    edges: [
      [0, 1],
      [1, 2],
      [2, 0],
      [2, 3],
      [3, 2],
    ],
    weight: [1, 2, 3, 4, 5],
    directed: true,
  });
  return {
    id: 'one',
    name: 'Who wrote to whom',
    version: 4,
    digest: 'd1',
    trail,
    reports: [{ id: 's1', nodes: 4, edges: 5, result: '', notes: [] }],
    network: {
      ...net,
      labels: ['Alban Pell', 'Tove Lorne', 'Ragna Wick', 'Maud Oxley'],
      positions: Float32Array.of(0, 0, 100, 0, 50, 80, 200, 120),
      nodeColumns: [
        { type: 'text', name: 'island', dictionary: ['Ness', 'Holm'], codes: Int32Array.of(0, 0, 1, -1) },
        { type: 'number', name: 'degree', values: Float64Array.of(2, 2, 4, 2) },
        { type: 'text', name: 'role', dictionary: ['keeper'], codes: Int32Array.of(0, 0, 0, 0) },
      ],
      edgeColumns: [{ type: 'number', name: 'year', values: Float64Array.of(1902, 1903, 1902, 1904, NaN) }],
    },
    style: {
      ...plainStyle,
      nodeColour: { by: 'category', column: 'island', palette: defaultPalette, colours: {} },
      nodeSize: { by: 'amount', column: 'degree', min: 4, max: 12, scale: 'linear' },
    },
    tables: [{ key: 'letters', name: 'Letters', rows: 5 }],
    networks: [],
    shortlists: [],
    spellings: 0,
    ...more,
  };
}
