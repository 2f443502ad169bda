/** All style channels by the keys under which styles write them, in the order in which the editor has them. */
import { arrows } from './arrows';
import { curve } from './curve';
import { edgeColour } from './edge-colour';
import { edgeOpacity } from './edge-opacity';
import { edgePattern } from './edge-pattern';
import { edgeWidth } from './edge-width';
import { ground } from './ground';
import { labels } from './labels';
import { legend } from './legend';
import { nodeColour } from './node-colour';
import { nodeShape } from './node-shape';
import { nodeSize } from './node-size';

export const channels = {
  nodeColour,
  nodeSize,
  nodeShape,
  labels,
  edgeColour,
  edgeWidth,
  edgePattern,
  curve,
  edgeOpacity,
  arrows,
  ground,
  legend,
} as const;
