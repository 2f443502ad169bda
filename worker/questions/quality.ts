import { type Quality, layoutQuality } from '@/core/arrange/quality';
import { type StyleSettings, dress, plainStyle } from '@/core/style';
import type { Question } from './question';

/** How well the picture tells the distances; undefined for a network without positions. */
export const quality: Question<{ style?: StyleSettings }, Quality | undefined> = (
  net,
  { style = plainStyle },
  breath,
) => net.positions && layoutQuality(net, net.positions, dress(net, style).radius, breath);
