/** All style channels by the keys under which styles write them, in the order in which the editor has them. */
import { arrowPlace } from './arrow-place';
import { arrowSizes } from './arrow-size';
import { arrows } from './arrows';
import { curve } from './curve';
import { edgeColour } from './edge-colour';
import { edgeLabel } from './edge-label';
import { edgeOpacity } from './edge-opacity';
import { edgePattern } from './edge-pattern';
import { edgeWidth } from './edge-width';
import { ground } from './ground';
import { groundColour } from './ground-colour';
import { groupNames } from './group-names';
import { hulls } from './hulls';
import { labelColour } from './label-colour';
import { labelGround } from './label-ground';
import { labelPlace } from './label-place';
import { labelScale } from './label-scale';
import { labelShown } from './label-shown';
import { labelSize } from './label-size';
import { labelText } from './label-text';
import { labelWeight } from './label-weight';
import { labels } from './labels';
import { legend } from './legend';
import { nodeColour } from './node-colour';
import { nodeHolds } from './node-holds';
import { nodeOpacity } from './node-opacity';
import { nodePicture } from './node-picture';
import { nodeRim } from './node-rim';
import { nodeShade } from './node-shade';
import { nodeShape } from './node-shape';
import { nodeSize } from './node-size';

export const channels = {
  nodeColour,
  nodeSize,
  nodeHolds,
  nodeShape,
  nodePicture,
  nodeRim,
  nodeOpacity,
  nodeShade,
  labels,
  labelText,
  labelShown,
  labelPlace,
  labelSize,
  labelScale,
  labelColour,
  labelGround,
  labelWeight,
  edgeColour,
  edgeWidth,
  edgePattern,
  curve,
  edgeOpacity,
  edgeLabel,
  arrows,
  arrowPlace,
  arrowSizes,
  ground,
  groundColour,
  hulls,
  groupNames,
  legend,
} as const;
