/** How the network is shown as lanes; it stays while other views are looked at. */
import type { LaneOrder, When } from '@/core/lanes';

export interface LanesState {
  /** What says when; undefined: the likeliest. */
  when?: When;
  /** The column under which lanes stand; undefined: the groups, where there are some; '' for none. */
  group?: string;
  then: LaneOrder['then'];
  /** Whether times without events are folded. */
  fold: boolean;
  life?: { column: string; until: string };
  /** Ids of the only nodes that have lanes; undefined: all in view. */
  only?: readonly string[];
}

export const freshLanes: LanesState = { then: { by: 'events' }, fold: true };
