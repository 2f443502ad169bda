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

const sources = {
  straight: [edgeVertex(1), edgeFragment],
  curved: [edgeVertex(curveSegments), edgeFragment],
  arrows: [arrowVertex, flatFragment],
  nodes: [nodeVertex, nodeFragment],
  layer: [layerVertex, layerFragment],
};

/** Programs are made while the page goes on: all at once where it hears when they are done, else one by one, as each is waited for. */
export async function makePrograms(gl: WebGL2RenderingContext): Promise<Programs> {
  if (gl.getExtension('KHR_parallel_shader_compile'))
    return (await twgl.createProgramInfosAsync(gl, sources)) as unknown as Programs;
  const made: Record<string, twgl.ProgramInfo> = {};
  // The graphics first come up: who asked something of them before would wait for that.
  await ready(gl);
  for (const [name, texts] of Object.entries(sources)) {
    await ready(gl);
    made[name] = await twgl.createProgramInfoAsync(gl, texts);
  }
  return made as unknown as Programs;
}

const patience = 2000;

/** Until the graphics have done what they were told. */
async function ready(gl: WebGL2RenderingContext): Promise<void> {
  const done = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
  gl.flush();
  const began = performance.now();
  while (done && gl.getSyncParameter(done, gl.SYNC_STATUS) !== gl.SIGNALED && performance.now() - began < patience)
    await new Promise((resolve) => setTimeout(resolve, 4));
  gl.deleteSync(done);
}
