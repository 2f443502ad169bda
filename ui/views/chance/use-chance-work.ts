'use client';
import { useEffect } from 'react';
import type { Step, Trail } from '@/core/trail';
import { secondsFor } from '@/core/measure';
import { useQuestion } from '@/ui/science/use-question';
import { useWorkbench } from '@/ui/shell/workbench-context';
import { useChance } from './chance-store';

/** Steps that change nodes, edges or columns; what is drawn has no part in figures. */
const ofSubstance = ({ kind, on }: Step): boolean => on && kind !== 'arrange' && kind !== 'style';

/** Names the network that figures are of: another text after any step that could change them. */
export const networkKey = (network: string, trail: Trail): string =>
  `${network} ${JSON.stringify(trail.steps.filter(ofSubstance))}`;

/** Seconds of searches that are begun without being asked for. */
const unasked = 5;

/** Computes figures and draws; figures that take a moment are begun by themselves, long ones on demand. */
export function useChanceWork() {
  const network = useWorkbench((state) => state.network.id);
  const trail = useWorkbench((state) => state.trail);
  const net = useWorkbench((state) => state.net);
  const settled = useWorkbench((state) => !state.running && !state.partial);
  const { by, p, q, figures } = useChance();
  const all = useQuestion('figures');
  const chance = useQuestion('chance');
  const shuffle = useQuestion('shuffle');
  const of = networkKey(network, trail);
  const figuresOf = `${of} ${by ?? ''} ${p} ${q}`;
  const seconds = net ? secondsFor(net, 'searches', 2) * 3 : 0;
  const { ask } = all;
  const compute = async (): Promise<void> => {
    const values = await ask('end', { by, p, q });
    if (values) useChance.setState({ figures: { of: figuresOf, values } });
  };
  useEffect(() => {
    if (!settled || !net || figures?.of === figuresOf || seconds > unasked) return;
    void ask('end', { by, p, q }).then(
      (values) => values && useChance.setState({ figures: { of: figuresOf, values } }),
    );
  }, [settled, net, figures?.of, figuresOf, seconds, ask, by, p, q]);

  const drawAll = async (): Promise<void> => {
    const { model, draws, seed } = useChance.getState();
    // Searches in every draw would take too long in large networks.
    const slow = seconds * draws > 120;
    const found = await chance.ask('end', { model, draws, seed, ...(slow ? { figures: quickKeys } : {}) });
    if (!found) return;
    const shuffled = by === undefined ? [] : ((await shuffle.ask('end', { by, draws, seed })) ?? []);
    useChance.setState({ found: { of: figuresOf, chance: found, shuffled } });
  };
  return { of: figuresOf, seconds, computing: all, chance, shuffle, compute, drawAll };
}

const quickKeys = [
  'isolates',
  'density',
  'reciprocity',
  'transitivity',
  'average_clustering',
  'triangles',
  'components',
  'largest_component',
  'strong_components',
  'degree_centralisation',
  'degree_assortativity',
  'dyad_mutual',
  'dyad_asymmetric',
  'dyad_null',
  ...[
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
  ].map((name) => `triad_${name}`),
];
