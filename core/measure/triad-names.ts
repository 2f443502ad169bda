/** The sixteen kinds of three nodes. */

/** The 16 kinds of triads: numbers of mutual, asymmetric and null dyads, and D down, U up, C cyclic, T transitive. */
export const triadNames = [
  '003',
  '012',
  '102',
  '021D',
  '021U',
  '021C',
  '111D',
  '111U',
  '030T',
  '030C',
  '201',
  '120D',
  '120U',
  '120C',
  '210',
  '300',
] as const;
export type TriadName = (typeof triadNames)[number];

/** A drawing of each kind: nodes 0 (top), 1 (left), 2 (right), with its directed edges. */
export const triadEdges: Record<TriadName, readonly (readonly [number, number])[]> = {
  '003': [],
  '012': [[1, 2]],
  '102': [[1, 2], [2, 1]],
  '021D': [[0, 1], [0, 2]],
  '021U': [[1, 0], [2, 0]],
  '021C': [[1, 0], [0, 2]],
  '111D': [[1, 0], [0, 1], [2, 0]],
  '111U': [[1, 0], [0, 1], [0, 2]],
  '030T': [[0, 1], [0, 2], [1, 2]],
  '030C': [[0, 1], [1, 2], [2, 0]],
  '201': [[0, 1], [1, 0], [0, 2], [2, 0]],
  '120D': [[0, 1], [0, 2], [1, 2], [2, 1]],
  '120U': [[1, 0], [2, 0], [1, 2], [2, 1]],
  '120C': [[1, 0], [0, 2], [1, 2], [2, 1]],
  '210': [[0, 1], [1, 0], [0, 2], [2, 0], [1, 2]],
  '300': [[0, 1], [1, 0], [0, 2], [2, 0], [1, 2], [2, 1]],
}; // prettier-ignore
