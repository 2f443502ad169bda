/** The hidden layer: somewhat larger than the view, so that a little panning shows no edge of it. */
import type { Camera } from '@/core/scene';
import type { Viewport } from './backend';

/** The layer's size over the view's, each way. */
export const layerRoom = 1.5;

/** The view with the layer's room around it, and the camera that keeps the middle where it is. */
export function roomy(view: Viewport, { scale, x, y }: Camera): { room: Viewport; camera: Camera } {
  const margin = (layerRoom - 1) / 2;
  return {
    room: { ...view, width: view.width * layerRoom, height: view.height * layerRoom },
    camera: { scale, x: x + view.width * margin, y: y + view.height * margin },
  };
}
