/** Draws a band of a picture. */
import * as Comlink from 'comlink';
import { type BandPainter, drawBand } from './band';

const painter: BandPainter = {
  async band(scene, page, rows) {
    const bitmap = (await drawBand(scene, page, rows)).transferToImageBitmap();
    return Comlink.transfer(bitmap, [bitmap]);
  },
};
Comlink.expose(painter);
