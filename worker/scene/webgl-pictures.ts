/** The sheet of pictures in the memory of the graphics. */
import * as twgl from 'twgl.js';
import type { Pictured } from './backend';

export class Pictures {
  /** Where each picture is; absent: there are none yet. */
  places: Pictured['places'] | undefined;
  private texture: WebGLTexture;
  private square = [1, 1, 1, 0];

  constructor(private readonly gl: WebGL2RenderingContext) {
    this.texture = twgl.createTexture(gl, { src: [0, 0, 0, 0] });
  }

  set({ image: src, side, across, places }: Pictured): void {
    const { gl } = this;
    gl.deleteTexture(this.texture);
    this.texture = twgl.createTexture(gl, {
      src,
      min: gl.LINEAR_MIPMAP_LINEAR,
      mag: gl.LINEAR,
      wrap: gl.CLAMP_TO_EDGE,
    });
    // Squares are of powers of two: made smaller up to here, they do not run into each other.
    gl.texParameterf(gl.TEXTURE_2D, gl.TEXTURE_MAX_LOD, 3);
    this.square = [side / src.width, side / src.height, across, 0.5 / side];
    this.places = places;
  }

  get uniforms(): object {
    return { uPictures: this.texture, uSquare: this.square };
  }

  dispose(): void {
    this.gl.deleteTexture(this.texture);
  }
}
