import { type Looks, inks, rgb } from '@/core/style';

/** On the dark ground ties that have the ground's own colour have that of the dark one. */
export function onNight({ edgeColour, edgeGround }: Looks): Uint8Array {
  const tie = rgb(inks.night.tie);
  const changed = edgeColour.slice();
  for (let e = 0; e < edgeGround.length; e++) if (edgeGround[e]) changed.set(tie, 4 * e);
  return changed;
}
