/** What chance alone would give. */
import * as z from 'zod';
import {
  type Chance,
  type ChanceAsk,
  type ChanceFigure,
  type ChanceModel,
  againstChance,
  againstShuffling,
  chanceModels,
  chanceSeconds,
  mostDraws,
  shuffleSeconds,
} from '../chance';
import { plainOptions } from '../measure/measure';
import type { InquiryKind } from './inquiry';

const drawing = { draws: z.number().int().min(1).max(mostDraws), seed: z.number().int() };

/** The network's figures against those of random networks. */
export const chance: InquiryKind<ChanceAsk, Chance> = {
  schema: z.object({
    ...drawing,
    model: z.enum(Object.keys(chanceModels) as ChanceModel[]),
    figures: z.array(z.string().max(100)).max(200).optional(),
  }),
  seconds: chanceSeconds,
  answer: (net, ask, breath) => againstChance(net, ask, breath),
};

/** How far a column goes with the ties, against its values shuffled. */
export const shuffle: InquiryKind<{ by: string; draws: number; seed: number }, ChanceFigure[]> = {
  schema: z.object({ ...drawing, by: z.string() }),
  seconds: (net, { draws }) => shuffleSeconds(net, draws),
  answer: (net, { by, draws, seed }, breath) => againstShuffling(net, by, draws, seed, breath, plainOptions),
};
