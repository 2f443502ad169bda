/** Several figures of the whole network at once, each with its value or the reason why it has none. */
import type { Network } from '../graph';
import { Fault } from '../fault';
import type { Breath } from '../split';
import { type Cost, type MeasureOptions, plainOptions } from './measure';
import { type WholeFigure, wholeFigures } from './whole';

export interface FigureValue {
  /** null where it is not defined. */
  value: number | null;
  why?: string;
}

/** A figure's name on one network, under these settings. */
export const figureName = (figure: WholeFigure, net: Network, options: MeasureOptions = plainOptions): string =>
  figure.nameOn?.(net, options) ?? figure.name;

/** Figures that make sense of the network as it is: two-mode ones only with two sides, those of a column only where one is chosen. */
export function figuresFor(net: Network, options: MeasureOptions): WholeFigure[] {
  const col = net.nodeColumns.find(({ name }) => name === options.by);
  return wholeFigures.filter(({ needs }) => {
    if (needs === 'sides') return net.sides !== undefined;
    if (needs === 'number') return col?.type === 'number';
    if (needs === 'by') return options.by !== undefined && col?.type !== 'number';
    return true;
  });
}

/** The values of the figures whose cost is among those asked for. */
export async function computeFigures(
  net: Network,
  figures: readonly WholeFigure[],
  breath: Breath,
  options: MeasureOptions,
): Promise<Record<string, FigureValue>> {
  const found: Record<string, FigureValue> = {};
  for (const [i, figure] of figures.entries()) {
    await breath.breathe(i / figures.length);
    try {
      found[figure.key] = {
        value: await figure.compute(
          net,
          { ...breath, breathe: (share) => breath.breathe((i + share) / figures.length) },
          options,
        ),
      };
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      found[figure.key] = { value: null, why: error.message };
    }
  }
  return found;
}

/** Work that is done at once even in large networks, so that it can be shown without being asked for. */
export const quick: readonly Cost[] = ['edges', 'triangles'];
