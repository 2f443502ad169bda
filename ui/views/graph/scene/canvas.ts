/** Canvases, and what draws on them. */
import type { Backend } from './backend';
import { webglBackend } from './webgl';

/** What draws on a canvas: WebGL where it can be had, unless the address asks to do without. */
export async function backendFor(canvas: HTMLCanvasElement): Promise<Backend> {
  const plain = new URLSearchParams(window.location.search).get('canvas') === '2d';
  const fast = plain ? undefined : await webglBackend(canvas);
  return fast ?? (await import('./canvas2d')).canvasBackend(canvas);
}

export function addCanvas(box: HTMLElement): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.style.cssText = 'position:absolute;inset:0;width:100%;height:100%;pointer-events:none';
  box.append(canvas);
  return canvas;
}
