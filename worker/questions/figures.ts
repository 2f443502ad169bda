import { type FigureValue, computeFigures, figuresFor, plainOptions } from '@/core/measure';
import type { Question } from './question';

/** All figures of the whole network. */
export const figures: Question<{ by?: string; p?: number; q?: number }, Record<string, FigureValue>> = async (
  net,
  { by, p = plainOptions.p, q = plainOptions.q },
  breath,
) => {
  const options = { ...plainOptions, by, p, q };
  return computeFigures(net, figuresFor(net, options), breath, options);
};
