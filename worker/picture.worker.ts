/** Draws a band of a picture. */
import * as Comlink from 'comlink';
import { type BandPainter, drawBand, layFigureBand } from './band';

const given = (canvas: OffscreenCanvas): ImageBitmap => {
  const bitmap = canvas.transferToImageBitmap();
  return Comlink.transfer(bitmap, [bitmap]);
};
const painter: BandPainter = {
  band: async (scene, page, rows) => given(await drawBand(scene, page, rows)),
  figureBand: async (figure, made, picture, rows) => given(await layFigureBand(figure, made, picture, rows)),
};
Comlink.expose(painter);
