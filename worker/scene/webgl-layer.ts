/** The hidden layer: somewhat larger than the view, so that a little panning shows no edge of it. */
import * as twgl from 'twgl.js';
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

/** A picture of the labels, as it lies over the scene. Which end is up, and how far colours are mixed, is the picture's own. */
export const textureOf = (gl: WebGL2RenderingContext, src: ImageBitmap): WebGLTexture =>
  twgl.createTexture(gl, {
    src,
    min: gl.LINEAR,
    mag: gl.LINEAR,
    wrap: gl.CLAMP_TO_EDGE,
    auto: false,
  });

/** A picture of what is drawn, as it lies at a camera. */
export interface Layer {
  frame: twgl.FramebufferInfo;
  camera: Camera;
}

export function newLayer(gl: WebGL2RenderingContext, camera: Camera, width: number, height: number): Layer {
  const attachments = [
    { format: gl.RGBA, type: gl.UNSIGNED_BYTE, min: gl.LINEAR, mag: gl.LINEAR, wrap: gl.CLAMP_TO_EDGE },
  ];
  return { frame: twgl.createFramebufferInfo(gl, attachments, width, height), camera };
}

export function freeLayer(gl: WebGL2RenderingContext, { frame }: Layer): void {
  gl.deleteFramebuffer(frame.framebuffer);
  for (const attachment of frame.attachments) gl.deleteTexture(attachment);
}
