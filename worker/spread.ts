/** A network that has no layout. */
import { type TrailState, stepKinds } from '@/core/trail';

/** The network on an even spread. */
export const spread = (state: TrailState): TrailState =>
  stepKinds.arrange.sketch?.(
    state,
    stepKinds.arrange.schema.parse({ id: '', kind: 'arrange', on: true, method: 'force' }),
  ) ?? state;
