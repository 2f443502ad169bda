/** The programs that draw a scene. */
import * as twgl from 'twgl.js';
import {
  arrowVertex,
  edgeFragment,
  edgeVertex,
  flatFragment,
  layerFragment,
  layerVertex,
  nodeFragment,
  nodeVertex,
} from './shaders';

export const curveSegments = 10;

export interface Programs {
  straight: twgl.ProgramInfo;
  curved: twgl.ProgramInfo;
  arrows: twgl.ProgramInfo;
  nodes: twgl.ProgramInfo;
  layer: twgl.ProgramInfo;
}

/** Programs are made while the page goes on: waiting for them would block it. */
export async function makePrograms(gl: WebGL2RenderingContext): Promise<Programs> {
  const made = await twgl.createProgramInfosAsync(gl, {
    straight: [edgeVertex(1), edgeFragment],
    curved: [edgeVertex(curveSegments), edgeFragment],
    arrows: [arrowVertex, flatFragment],
    nodes: [nodeVertex, nodeFragment],
    layer: [layerVertex, layerFragment],
  });
  return made as unknown as Programs;
}
