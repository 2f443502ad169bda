/** What draws on a canvas. */
import type { Backend, Surface } from './backend';
import { webglBackend } from './webgl';

/** WebGL where it can be had, unless it is asked to be `plain`. */
export async function backendFor(canvas: Surface, plain: boolean): Promise<{ kind: Kind; backend: Backend }> {
  const fast = plain ? undefined : await webglBackend(canvas);
  if (fast) return { kind: 'webgl2', backend: fast };
  const { canvasBackend } = await import('./canvas2d');
  return { kind: '2d', backend: canvasBackend(canvas) };
}

export type Kind = 'webgl2' | '2d';
