import { counted, listed } from '../../fault';
import { pdfDocument } from '../pdf';
import { pointsPerPixel } from '../plan';
import type { FigureFormat } from './format';

export const pdfFile: FigureFormat = {
  key: 'pdf',
  title: 'PDF',
  ending: '.pdf',
  type: 'application/pdf',
  needs: ['fonts', 'pictures'],
  async make(laid, _figure, name, _wishes, { fonts, pictures, breathe }) {
    const sheet = { width: laid.width, height: laid.height, points: pointsPerPixel * laid.magnified, title: name };
    const { bytes, lacks } = await pdfDocument(sheet, fonts, (pen) => laid.draw(pen, breathe), pictures);
    const letters = [...lacks.letters];
    return {
      bytes,
      notes: [
        ...(letters.length
          ? [
              `The typefaces lack ${listed(letters, 8)}: ${letters.length === 1 ? 'it stands' : 'they stand'} as “?” in the PDF. In an SVG your system’s typefaces show ${letters.length === 1 ? 'it' : 'them'}.`,
            ]
          : []),
        ...(lacks.pictures ? [`${counted(lacks.pictures, 'picture')} on nodes could not be put into the PDF.`] : []),
      ],
    };
  },
};
