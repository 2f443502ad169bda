import { only, parts, rowsOf } from './samples';

const bulletin = {
  id: 'B1',
  title: 'The grey bere & its keepers',
  year: '1911-03',
  authors: 'Pell, Alban; van der Holm, Élise',
  keywords: 'bean; bere',
  references: 'B2; B3',
  journal: 'Seed Bulletin',
};

describe('bibliographic records', () => {
  test('RIS', async () => {
    const part = await only(
      'a.ris',
      'TY  - JOUR\r\nID  - B1\r\nTI  - The grey bere &\r\n   its keepers\r\nAU  - Pell, Alban\r\nAU  - van der Holm, Élise\r\nPY  - 1911/03//\r\nKW  - bean\r\nKW  - bere\r\nCR  - B2\r\nCR  - B3\r\nJO  - Seed Bulletin\r\nDO  - https://doi.org/10.1/x\r\nVL  - 3\r\nER  - \r\nstray\r\nTY  - BOOK\r\nTI  - Kale\r\n',
    );
    expect(rowsOf(part)[0]).toEqual({ ...bulletin, kind: 'article', doi: '10.1/x', volume: '3' });
    expect(rowsOf(part)[1]).toMatchObject({ title: 'Kale', kind: 'book' });
    expect(part.notes).toEqual([
      '1 record without an end (ER): what stands there was taken.',
      '1 line outside of a record left out.',
    ]);
    expect(Array.from(part.table.lines)).toEqual([1, 17]);
  });

  test('BibTeX', async () => {
    const part = await only(
      'a.bib',
      "@string{sb = {Seed Bulletin}}\n@article{B1, title = {The grey {bere} \\& its keepers}, author = {Pell, Alban and van der Holm, {\\'E}lise}, date = {1911-03}, keywords = {bean, bere}, references = {B2, B3}, journal = sb}\n@book{B9, title={Kale}, author = {Wick, Tove}\n@misc{B10, title = {Neep}}\n",
    );
    expect(rowsOf(part)[0]).toEqual({ ...bulletin, kind: 'article' });
    expect(rowsOf(part).map(({ id }) => id)).toContain('B10');
    expect(part.notes.join()).toMatch(/1 entry is never closed and left out \(from line 3\)/);
  });

  test('BibTeX: markup, strings, names in all orders, and others', async () => {
    const tex = String.raw`@comment{x} @string(j = "Annals of " # {Kale})
      @Article(one, title = {The {\TeX}book of {\OE}uvre}, author = "Ludwig von {van Beethoven} and {Seed Society, Ness} and Pell, Jr., Alban and others", year = 1911, month = mar, pages = {12--15}, volume = 3, number = 2, journal = j, url = {http://a.example/x\_y}, note = {d\'{\i}a \& \v{c}})
      @book{two, title = "A {"}quote{"}", year = 1912}`;
    const part = await only('a.bib', tex);
    expect(rowsOf(part)[0]).toEqual({
      id: 'one',
      title: 'The TeXbook of Œuvre',
      year: '1911',
      authors: 'von van Beethoven, Ludwig; Seed Society Ness; Pell Jr., Alban',
      journal: 'Annals of Kale',
      kind: 'article',
      link: 'http://a.example/x_y',
      month: 'mar',
      pages: '12–15',
      volume: '3',
      issue: '2',
      note: 'día & č',
    });
    expect(rowsOf(part)[1].title).toBe('A "quote"');
    expect(part.notes).toEqual(['1 entry ends with “and others”: who these are is not known, so they are no authors.']);
  });

  test('BibTeX: entries that are never closed, and strings that grow, end soon', async () => {
    const unclosed = `@article{good, title = {x}}\n${'@article{a, title = {never closed @book{b\n'.repeat(4000)}`;
    const part = await only('a.bib', unclosed);
    expect(part.table.rows).toBe(1);
    expect(part.notes.join()).toContain('never closed');
    const chain = Array.from({ length: 40 }, (_, i) => `@string{s${i + 1} = s${i} # s${i}}`).join('\n');
    await expect(parts('a.bib', `@string{s0 = {0123456789}}\n${chain}\n@book{a, title = s40}`)).rejects.toThrow(
      /over a million characters/,
    );
  });

  test('BibTeX and RIS say when they are no UTF-8', async () => {
    const latin = (text: string): Uint8Array => new Uint8Array(Buffer.from(text, 'latin1'));
    for (const [name, text] of [
      ['a.bib', "@book{a, title = {Fruits d'été}}"],
      ['a.ris', "TY  - BOOK\nTI  - Fruits d'été\nER  - \n"],
    ]) {
      const part = await only(name, latin(text));
      expect(rowsOf(part)[0].title).toBe("Fruits d'été");
      expect(part.notes).toEqual(['Read as windows-1252, as it is no UTF-8.']);
    }
  });

  test('RIS keeps pages, volume and issue', async () => {
    const part = await only('a.ris', 'TY  - JOUR\nTI  - Kale\nSP  - 12\nEP  - 15\nVL  - 3\nIS  - 2\nER  - \n');
    expect(rowsOf(part)[0]).toEqual({ title: 'Kale', kind: 'article', pages: '12–15', volume: '3', issue: '2' });
  });

  test('NBIB', async () => {
    const text =
      'PMID- 11\nTI  - On the grey bere and\n      its keepers\nFAU - Pell, Alban\nAU  - Pell A\nDP  - 1911 Mar 4\nJT  - Seed Bulletin\nMH  - *Bean\nPG  - 1-4\nAID - 10.1/x [doi]\n\nPMID- 12\nTI  - Kale\nAU  - Wick T\nDP  - 1912 Spring\n';
    const part = await only('a.nbib', text);
    expect(rowsOf(part)).toEqual([
      {
        id: '11',
        title: 'On the grey bere and its keepers',
        year: '1911-03-04',
        authors: 'Pell, Alban',
        keywords: 'Bean',
        journal: 'Seed Bulletin',
        doi: '10.1/x',
        pages: '1-4',
      },
      { id: '12', title: 'Kale', year: '1912', authors: 'Wick T', keywords: '', journal: '', doi: '', pages: '' },
    ]);
  });

  test('CSL-JSON', async () => {
    const part = await only(
      'a.json',
      JSON.stringify([
        {
          id: 'B1',
          type: 'article-journal',
          title: bulletin.title,
          author: [
            { family: 'Pell', given: 'Alban' },
            { 'non-dropping-particle': 'van der', family: 'Holm', given: 'Élise' },
          ],
          issued: { 'date-parts': [[1911, 3]] },
          keyword: 'bean, bere',
          references: ['B2', { key: 'B3' }],
          'container-title': 'Seed Bulletin',
        },
      ]),
    );
    expect(rowsOf(part)[0]).toEqual({ ...bulletin, kind: 'article-journal' });
  });
});

describe('GraphML', () => {
  test('nodes and edges with their attributes, defaults and types', async () => {
    const [nodes, edges] = await parts(
      'a.graphml',
      `<?xml version="1.0"?><!-- c --><graphml xmlns="http://graphml.graphdrawing.org/xmlns"><key id="d0" for="node" attr.name="age" attr.type="int"><default>7</default></key><key id="d1" for="edge" attr.name="from" attr.type="string"/><graph edgedefault="directed"><node id="a &amp; b"><data key="d0">3</data><graph><node id="in"/></graph></node><node id="c"/><edge source="a &amp; b" target="c"><data key="d1"><![CDATA[<x>]]></data></edge><hyperedge/></graph></graphml>`,
    );
    expect(rowsOf(nodes)).toEqual([
      { id: 'in', age: '7' },
      { id: 'a & b', age: '3' },
      { id: 'c', age: '7' },
    ]);
    expect(nodes.types).toEqual({ age: { type: 'number' } });
    expect(rowsOf(edges)).toEqual([{ from: 'a & b', to: 'c', 'from 2': '<x>' }]);
    expect(edges.how).toContain('; directed');
    expect(nodes.notes).toEqual(['1 hyperedge or port left out.']);
  });

  test('the encoding that it declares is honoured', async () => {
    const xml =
      '<?xml version="1.0" encoding="ISO-8859-1"?><graphml><graph edgedefault="directed"><node id="Zoë"/><node id="Zoé"/><edge source="Zoë" target="Zoé"/></graph></graphml>';
    const [nodes] = await parts('a.graphml', new Uint8Array(Buffer.from(xml, 'latin1')));
    expect(rowsOf(nodes).map(({ id }) => id)).toEqual(['Zoë', 'Zoé']);
    await expect(parts('a.graphml', xml.replace('ISO-8859-1', 'x-nothing'))).rejects.toThrow(
      /declares the encoding x-nothing/,
    );
  });

  test('directions that differ become a column', async () => {
    const edges = (
      await parts(
        'a.graphml',
        '<graphml><graph edgedefault="undirected"><edge source="a" target="b"/><edge source="b" target="c" directed="true"/></graph></graphml>',
      )
    )[0];
    expect(rowsOf(edges).map(({ directed }) => directed)).toEqual(['no', 'yes']);
  });
});
