import { type StyleSettings, dress } from '@/core/style';
import type { Remark } from '@/core/style/readable';
import type { Question } from './question';

/** What a reader of the picture may trip over. */
export const readable: Question<{ style: StyleSettings }, Remark[]> = async (net, { style }) => {
  const { remarks } = await import('@/core/style/readable');
  const { labelRemarks } = await import('@/core/scene/readable-labels');
  return [...remarks(net, style, dress(net, style)), ...labelRemarks(net, style)];
};
