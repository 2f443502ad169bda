/** How a typed cell is written, and how yes, no and lists are read. */
import type { Column, DateColumn, Misfits } from './column';
import { writeDate } from './date';
import { writePlace } from './place';

const yes = new Set(['yes', 'true', 'y']);
const no = new Set(['no', 'false', 'n']);

/** 1 for yes, 0 for no, -1 where the text is neither. */
export function readYesNo(text: string): number {
  const lower = text.trim().toLowerCase();
  return yes.has(lower) ? 1 : no.has(lower) ? 0 : -1;
}

/** The values of a list cell: parted at the separator, trimmed, empty ones left out. */
export function readList(text: string, separator: string): string[] {
  return text
    .split(separator)
    .map((part) => part.trim())
    .filter((part) => part !== '');
}

const pictureForm = /^(data:image\/[a-z+.-]+[;,]|\S+\.(png|jpe?g|gif|svg|webp|avif|tiff?)(\?\S*)?$)/i;
/** Whether the text is a picture: its bytes as a data address, or a name or address that ends as pictures' do. It is never fetched. */
export const isPicture = (text: string): boolean => pictureForm.test(text.trim());

/** Whether the bytes of a picture stand in the text itself, in a form that browsers draw. */
export const holdsPicture = (text: string): boolean => /^data:image\/(png|jpeg|gif|webp|svg\+xml)[;,]/i.test(text);

const linkForm = /^(https?|ftp|mailto|doi):\S+$/i;
export const isLink = (text: string): boolean => linkForm.test(text.trim());

function dateText(col: DateColumn, row: number): string {
  const { span } = col;
  const range = span && { kind: span.kind[row], until: span.until[row], precision: span.precision[row] };
  return writeDate(col.day[row], col.precision[row], col.doubtful[row] === 1, range);
}

/** A cell as text; empty where there is nothing. Lists are joined with `; `. */
export function cellText(col: Column, row: number): string {
  switch (col.type) {
    case 'text':
      return col.codes[row] < 0 ? '' : col.dictionary[col.codes[row]];
    case 'number':
      return Number.isNaN(col.values[row]) ? '' : String(col.values[row]);
    case 'yesno':
      return col.values[row] < 0 ? '' : col.values[row] ? 'yes' : 'no';
    case 'date':
      return dateText(col, row);
    case 'place':
      return writePlace(col.latitude[row], col.longitude[row]);
    case 'list': {
      let text = '';
      for (let k = col.offsets[row]; k < col.offsets[row + 1]; k++)
        text += (text && '; ') + col.dictionary[col.codes[k]];
      return text;
    }
  }
}

/** A cell as it was written where it does not fit its type, else as {@link cellText}; with whether it fits. */
export function writtenCell(col: Column, misfits: Misfits | undefined, row: number): { text: string; fits: boolean } {
  if (misfits) {
    let low = 0;
    let high = misfits.rows.length - 1;
    while (low <= high) {
      const middle = (low + high) >> 1;
      if (misfits.rows[middle] === row) return { text: misfits.texts[middle], fits: false };
      if (misfits.rows[middle] < row) low = middle + 1;
      else high = middle - 1;
    }
  }
  return { text: cellText(col, row), fits: true };
}
