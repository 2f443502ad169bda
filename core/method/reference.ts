/** Works that methods are cited by, and the files reference managers read. */

export interface Reference {
  /** As sources name it: `Traag, Waltman & van Eck 2019`. */
  short: string;
  authors: readonly string[];
  year: number;
  title: string;
  /** The journal or the proceedings; absent for books. */
  journal?: string;
  volume?: string;
  number?: string;
  /** Pages, or the number of the article. */
  pages?: string;
  publisher?: string;
  doi?: string;
}

/** `traag2019`: the first author's name and the year, told apart by the first word of the title. */
export function keyOf({ authors, year, title }: Reference): string {
  const plain = (text: string): string =>
    text
      .normalize('NFD')
      .replace(/[^a-z]/gi, '')
      .toLowerCase();
  const first = title.split(/\s+/).find((word) => plain(word).length > 3) ?? title;
  return `${plain(authors[0].split(',')[0])}${year}${plain(first)}`;
}

/** `Traag, V. A., Waltman, L., & van Eck, N. J. (2019). From Louvain to Leiden: … Scientific Reports 9, 5233.` */
export function citation({ authors, year, title, journal, volume, number, pages, publisher, doi }: Reference): string {
  const who = authors.length > 1 ? `${authors.slice(0, -1).join(', ')}, & ${authors[authors.length - 1]}` : authors[0];
  const where = journal
    ? `${journal}${volume ? ` ${volume}` : ''}${number ? `(${number})` : ''}${pages ? `, ${pages}` : ''}`
    : (publisher ?? '');
  return [`${who} (${year}).`, `${title}.`, where && `${where}.`, doi && `https://doi.org/${doi}`]
    .filter(Boolean)
    .join(' ');
}

/** Letters that BibTeX takes for its own, written so that they stand for themselves. */
const bib = (text: string): string =>
  text
    .replace(/[\\{}]/g, '')
    .replace(/[&%$#_]/g, '\\$&')
    .replace(/–/g, '--');

export const bibtex = (references: readonly Reference[]): string =>
  references
    .map((one) => {
      const { authors, year, title, journal, volume, number, pages, publisher, doi } = one;
      const fields: [string, string | undefined][] = [
        ['author', authors.join(' and ')],
        ['title', `{${title}}`],
        ['year', String(year)],
        ['journal', journal],
        ['volume', volume],
        ['number', number],
        ['pages', pages],
        ['publisher', publisher],
      ];
      const lines = fields.flatMap(([name, value]) => {
        if (!value) return [];
        return [`  ${name} = {${name === 'title' ? `{${bib(value)}}` : bib(value)}}`];
      });
      if (doi) lines.push(`  doi = {${doi}}`);
      return `@${journal ? 'article' : 'book'}{${keyOf(one)},\n${lines.join(',\n')}\n}\n`;
    })
    .join('\n');

export const ris = (references: readonly Reference[]): string =>
  references
    .map(({ authors, year, title, journal, volume, number, pages, publisher, doi }) => {
      const [from, to] = (pages ?? '').split('–');
      const lines: [string, string | undefined][] = [
        ['TY', journal ? 'JOUR' : 'BOOK'],
        ...authors.map((author): [string, string] => ['AU', author]),
        ['PY', String(year)],
        ['TI', title],
        ['JO', journal],
        ['VL', volume],
        ['IS', number],
        ['SP', from || undefined],
        ['EP', to],
        ['PB', publisher],
        ['DO', doi],
      ];
      return [...lines.flatMap(([tag, value]) => (value ? [`${tag}  - ${value}`] : [])), 'ER  - ', ''].join('\r\n');
    })
    .join('\r\n');
