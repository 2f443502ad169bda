/** What is held against chance: the settings, and the last draws. Shared by the panel at the left and the view. */
import type { Chance, ChanceFigure, ChanceModel, Profile } from '@/core/chance';
import type { FigureValue } from '@/core/measure';

export interface ChanceState {
  model: ChanceModel;
  draws: number;
  seed: number;
  /** Node column for mixing. */
  by?: string;
  /** Of the (p, q)-core. */
  p: number;
  q: number;
  profiles: Profile[];
  /** Figures with searches, and what they were computed of. */
  figures?: { of: string; values: Record<string, FigureValue> };
  found?: { of: string; chance: Chance; shuffled: ChanceFigure[] };
}

export const freshChance: ChanceState = { model: 'uniform', draws: 100, seed: 7, p: 2, q: 2, profiles: [] };
