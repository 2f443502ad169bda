/** What the Records page calls things. */
import type { ColumnSpec, ColumnType } from '@/core/tables';

export const typeNames: Record<ColumnType, string> = {
  text: 'text',
  number: 'number',
  yesno: 'yes/no',
  date: 'date',
  list: 'list',
  place: 'place',
  picture: 'picture',
  link: 'link',
  reference: 'reference',
};

/** A column's type in a few words: `list, “|”`, `reference to keepers`. */
export function specInWords(spec: ColumnSpec, tableName: (key: string) => string): string {
  switch (spec.type) {
    case 'list':
      return `list, “${spec.separator ?? ';'}”`;
    case 'reference':
      return spec.table === undefined ? 'reference' : tableName(spec.table);
    default:
      return typeNames[spec.type];
  }
}
