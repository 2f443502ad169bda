'use client';
import { useEffect, useState } from 'react';
import type { Step, Trail } from '@/core/trail';
import { type ChanceAsk, chanceSeconds, quickChanceKeys, shuffleSeconds } from '@/core/chance';
import { secondsFor } from '@/core/measure';
import { useQuestion } from '@/ui/science/use-question';
import { useShown } from '@/ui/state/shown';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { Place } from '@/worker/client';

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
  const { net } = useShown();
  const settled = useWorkbench((state) => !state.running && !state.partial);
  const { by, p, q, figures, model, draws, seed } = useWorkbench((state) => state.chance);
  const [place, setPlace] = useState<Place>();
  const store = useWorkbenchStore();
  const all = useQuestion('figures');
  const chance = useQuestion('chance');
  const shuffle = useQuestion('shuffle');
  const of = networkKey(network, trail);
  const figuresOf = `${of} ${by ?? ''} ${p} ${q}`;
  const seconds = net ? secondsFor(net, 'searches', 2) * 3 : 0;
  const { ask } = all;
  const compute = async (): Promise<void> => {
    const values = await ask('end', { by, p, q });
    if (values) store.getState().setChance({ figures: { of: figuresOf, values } });
  };
  useEffect(() => {
    if (!settled || !net || figures?.of === figuresOf || seconds > unasked) return;
    void ask('end', { by, p, q }).then(
      (values) => values && store.getState().setChance({ figures: { of: figuresOf, values } }),
    );
  }, [settled, net, figures?.of, figuresOf, seconds, ask, by, p, q, store]);

  // Searches in every draw would take too long in large networks.
  const slow = seconds * draws > 120;
  const asked: ChanceAsk = { model, draws, seed, ...(slow ? { figures: quickChanceKeys } : {}) };
  const drawing = net ? chanceSeconds(net, asked) + (by === undefined ? 0 : shuffleSeconds(net, draws)) : 0;
  const drawAll = async (at: Place | undefined): Promise<void> => {
    const found = await chance.ask('end', asked, at);
    if (!found) return;
    const shuffled = by === undefined ? [] : ((await shuffle.ask('end', { by, draws, seed }, at)) ?? []);
    store.getState().setChance({ found: { of: figuresOf, chance: found, shuffled } });
  };
  const busy = chance.share ?? shuffle.share;
  return {
    ...{ of: figuresOf, seconds, computing: all, compute },
    fault: chance.fault ?? shuffle.fault,
    drawing: {
      ...{ seconds: drawing, share: busy, away: chance.away ?? shuffle.away, place },
      draw: () => void drawAll(place),
      onPlace(next: Place | undefined) {
        setPlace(next);
        // What is under way begins anew there.
        if (busy !== undefined) void drawAll(next);
      },
      onStop() {
        chance.stop();
        shuffle.stop();
      },
    },
  };
}
