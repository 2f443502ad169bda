/** What is selected: one selection for all views. Everything is named by ids, so that it outlives reruns. */
import { type EdgeId, type Network, type RecordId, edgePlaces, edgesAt } from '@/core/graph';

export interface Selection {
  nodes: readonly string[];
  /** With nodes, the edges that stand out with them, as along a path; without, edges selected by themselves. */
  edges?: readonly EdgeId[];
  records?: readonly RecordId[];
}

export const nothing: Selection = { nodes: [] };

/** Whether anything is selected. */
export const isSelected = ({ nodes, edges, records }: Selection): boolean =>
  nodes.length > 0 || Boolean(edges?.length) || Boolean(records?.length);

/** The selection as far as a network has its nodes and edges. */
export function keptIn(net: Network, selection: Selection): Selection {
  const { nodes, edges, records } = selection;
  if (!isSelected(selection)) return selection;
  const there = new Set(net.ids);
  // All at once: each by itself would look at all edges of the network.
  const places = edges && edgePlaces(net, edges);
  const kept = edges?.filter((_, i) => places && places[i] >= 0);
  return {
    nodes: nodes.filter((id) => there.has(id)),
    ...(kept?.length ? { edges: kept } : {}),
    ...(records?.length ? { records } : {}),
  };
}

/** Places of the edges that are selected by themselves. */
export const edgesAlone = (net: Network, { nodes, edges }: Selection): Uint32Array =>
  edgesAt(net, nodes.length === 0 && edges ? edges : []);
