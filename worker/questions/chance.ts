import { type Chance, type ChanceAsk, type ChanceFigure, againstChance, againstShuffling } from '@/core/chance';
import { plainOptions } from '@/core/measure';
import type { Question } from './question';

/** The network's figures against those of networks made by chance. */
export const chance: Question<ChanceAsk, Chance> = (net, ask, breath) => againstChance(net, ask, breath);

/** How far a column goes with the ties, against its values shuffled. */
export const shuffle: Question<{ by: string; draws: number; seed: number }, ChanceFigure[]> = (
  net,
  { by, draws, seed },
  breath,
) => againstShuffling(net, by, draws, seed, breath, plainOptions);
