/** The method note: nothing in it that is not in the trail, nothing of the trail that changes it left out. */
import { groupMethods } from '../groups';
import { measures, wholeFigures } from '../measure';
import { network } from '../graph';
import { type StepReport, type Trail, stepKinds, trailSchema } from '../trail';
import { bibtex, citation, methodNote, methodText, ris } from '.';
import { keyOf } from './reference';
import { namedIn, references } from './references';

const ties = { id: 's1', kind: 'ties', on: true, table: 't', from: 'a', to: 'b' };
const trail = (...steps: object[]): Trail =>
  trailSchema.parse({ steps: steps.map((step, i) => ({ id: `s${i + 1}`, on: true, ...step })) });
const report = (id: string, more: Partial<StepReport> = {}): StepReport => ({
  id,
  nodes: 20,
  edges: 1,
  result: '',
  notes: [],
  ...more,
});
const given = {
  network: network({ nodes: 20, edges: [[0, 1]], directed: true }),
  table: (key: string) => ({ name: key === 't' ? 'letters' : key, rows: 1234 }),
  networkName: (id: string) => `network ${id}`,
  shortlistName: (id: string) => `list ${id}`,
  spellings: 0,
};
const note = (of: Trail, more: Record<string, Partial<StepReport>> = {}, other: object = {}) =>
  methodNote(
    of,
    of.steps.map(({ id }) => report(id, new Map(Object.entries(more)).get(id))),
    { ...given, ...other },
  );
const said = (step: object, more: Partial<StepReport> = {}): string =>
  note(trail(ties, step), { s2: more })
    .sentences.slice(1)
    .map(({ text }) => text)
    .join(' ');

describe('the works', () => {
  test('every source that a method names is known whole', () => {
    const sources = [...measures, ...wholeFigures, ...Object.values(groupMethods)].map(({ source }) => source);
    expect(sources.length).toBeGreaterThan(60);
    for (const source of sources)
      expect([source, /\d{4}/.exec(namedIn(source).rest)?.[0]]).toEqual([source, undefined]);
  });
  test('longer names are found before shorter ones within them', () => {
    expect(namedIn('Girvan & Newman 2002; computed after Brandes 2008').found.map(({ short }) => short)).toEqual([
      'Girvan & Newman 2002',
      'Brandes 2008',
    ]);
  });
  test('each stands once, under a key of its own, with authors, title and where it appeared', () => {
    expect(new Set(references.map(({ short }) => short)).size).toBe(references.length);
    expect(new Set(references.map(keyOf)).size).toBe(references.length);
    for (const one of references) {
      expect(one.authors.every((author) => /^[\p{L} -]+, [A-ZÁ][A-Z. ÁÉ-]*\.$/u.test(author)) ? '' : one.short).toBe(
        '',
      );
      expect(Boolean(one.journal) !== Boolean(one.publisher)).toBe(true);
      expect(one.short).toContain(String(one.year));
    }
  });
  test('as a line, as BibTeX, as RIS', () => {
    const [traag] = namedIn('Traag, Waltman & van Eck 2019').found;
    expect(citation(traag)).toBe(
      'Traag, V. A., Waltman, L., & van Eck, N. J. (2019). From Louvain to Leiden: guaranteeing well-connected communities. Scientific Reports 9, 5233. https://doi.org/10.1038/s41598-019-41695-z',
    );
    const [burt] = namedIn('Burt 1992').found;
    expect(bibtex([burt])).toBe(
      '@book{burt1992structural,\n  author = {Burt, R. S.},\n  title = {{Structural Holes: The Social Structure of Competition}},\n  year = {1992},\n  publisher = {Harvard University Press}\n}\n',
    );
    const [onnela] = namedIn('Onnela et al. 2007').found;
    expect(bibtex([onnela])).toContain('  pages = {7332--7336},\n  doi = {10.1073/pnas.0610245104}\n}');
    expect(ris([burt, onnela]).split('\r\n')).toEqual(
      expect.arrayContaining(['TY  - BOOK', 'AU  - Burt, R. S.', 'SP  - 7332', 'EP  - 7336', 'ER  - ']),
    );
    const odd = { ...burt, title: 'A & B_{c} 100 % #1 \\x' };
    expect(bibtex([odd])).toContain('{{A \\& B\\_c 100 \\% \\#1 x}}');
  });
});

describe('sentences', () => {
  test('every kind of step is known, and one that is off, stopped or failed has none', () => {
    const all = trail(
      ties,
      { kind: 'measure', measures: ['degree'] },
      { kind: 'groups' },
      { kind: 'arrange', method: 'force' },
    );
    expect(note(all).sentences.map(({ step }) => step)).toEqual(['s1', 's2', 's3', 's4']);
    expect(note(all, { s2: { stopped: true } }).sentences.map(({ step }) => step)).toEqual(['s1', 's3', 's4']);
    expect(note(all, { s2: { fault: 'no' } }).sentences.map(({ step }) => step)).toEqual(['s1']);
    const off = { steps: all.steps.map((step) => (step.id === 's2' ? { ...step, on: false } : step)) };
    expect(note(off).references.some(({ short }) => short === 'Freeman 1978')).toBe(false);
    expect(Object.keys(stepKinds)).toHaveLength(10);
  });
  test('circles: of what, how many were opened, and by which words they are called', () => {
    const found = note(trail(ties, { kind: 'gather', open: ['1', '1.2'], words: 'said' }));
    const [, { text }] = found.sentences;
    expect(text).toMatch(/^Groups found by the Leiden method \(resolution 1, seed 1\) were drawn as one circle each/);
    expect(text).toContain('2 circles were opened');
    expect(found.references.map(({ short }) => short)).toContain('Monroe, Colaresi & Quinn 2008');
    expect(note(trail(ties, { kind: 'gather', column: 'isle' })).sentences[1].text).toMatch(
      /^The values of “isle” were drawn as one circle each/,
    );
    const whole = note(trail(ties, { kind: 'gather', draws: 'all', words: 'said' }));
    expect(whole.sentences.map(({ step }) => step)).toEqual(['s1']);
    expect(whole.references).toEqual([]);
  });
  test('ties: what a tie is, its weight, what was left out', () => {
    const text = (more: object, notes: string[] = [], spellings = 0) =>
      note(trail({ ...ties, ...more }), { s1: { notes: notes.map((one) => ({ text: one })) } }, { spellings })
        .sentences[0].text;
    expect(text({})).toBe(
      'A tie leads from “a” to “b” in each record of “letters” (1,234 records). Records between the same two make one tie. Ties weigh by the number of their records. This makes 20 nodes and 1 tie.',
    );
    const full = text(
      {
        directed: false,
        parallel: 'keep',
        loops: 'keep',
        weight: 'pages',
        weightBy: 'mean',
        nodes: { table: 'people', match: 'name' },
        minRecords: 3,
        strongest: 100,
        minWeight: 2,
        leftOut: ['x'],
        part: 'largest',
      },
      ['4 rows without one of the two ends left out.', 'Names as joined in People.'],
      31,
    );
    for (const one of [
      'joins “a” and “b”',
      'Each record makes a tie of its own',
      'itself were kept',
      'mean of “pages”',
      'described by “people”',
      '31 spellings were joined',
      'fewer than 3 records',
      '100 strongest nodes',
      'weigh less than 2',
      '1 node was taken out by hand',
      '4 rows without one of the two ends',
      'largest connected part',
    ])
      expect(full).toContain(one);
    expect(full).not.toContain('Names as joined');
    const shared = {
      make: 'incidence',
      right: ['keywords'],
      counting: 'fractional',
      mostValues: 20,
      mostRecords: 9,
      normalise: 'cosine',
    };
    expect(text(shared)).toMatch(
      /^A tie stands between two of “keywords” that share the records themselves in “letters”.*1\/\(k − 1\).*more than 20 values.*more than 9 records tie nobody.*normalised by cosine/,
    );
    expect(text({ make: 'incidence', left: ['who'], right: ['club'], result: 'two-mode' })).toContain(
      'A tie joins “who” to “club” where both stand in one record of',
    );
    expect(text({ make: 'citation', references: 'cited' })).toContain('to each work that its “cited” cites');
  });
  test.each<[object, Partial<StepReport>, RegExp]>([
    [
      { kind: 'keep', rule: { by: 'component' } },
      {},
      /^Kept: the largest connected part; 20 nodes and 1 tie remain\.$/,
    ],
    [{ kind: 'keep', rule: { by: 'degree', min: 5 } }, {}, /^Kept: degree at least 5; /],
    [{ kind: 'keep', rule: { by: 'isolates' } }, {}, /^Kept: without isolates; /],
    [{ kind: 'keep', rule: { by: 'shortlist', shortlist: 'L', leave: true } }, {}, /all but the shortlist “list L”/],
    [
      { kind: 'project', side: 'keeper', counting: 'fractional', minWeight: 2 },
      {},
      /projected to keeper.*1\/\(k − 1\).*less than 2/,
    ],
    [
      { kind: 'combine', network: 'n2', as: 'change' },
      {},
      /“network n2”, this one as before and that one as after; .* ids/,
    ],
    [
      { kind: 'derive', name: 'age', how: { by: 'bands', column: 'born', bounds: [1900, 1880] } },
      {},
      /“age” of nodes parts “born” at 1880 and 1900\./,
    ],
    [
      { kind: 'derive', name: 'x', how: { by: 'hand', from: 'role', classes: [{ class: 'a', on: ['1', '2'] }] } },
      {},
      /set by hand on 2 nodes; the others have that of “role”/,
    ],
    [
      { kind: 'derive', name: 'x', how: { by: 'shortlists', shortlists: ['A', 'B'] } },
      {},
      /shortlists “list A” and “list B”/,
    ],
    [
      {
        kind: 'derive',
        name: 'x',
        how: { by: 'table', column: 'garden', table: 'gardens', match: 'name', take: 'area' },
      },
      {},
      /is “area” of the table “gardens”, where “name” is their “garden”/,
    ],
    [
      { kind: 'derive', name: 'x', of: 'edges', how: { by: 'formula', formula: 'weight * 2' } },
      {},
      /“x” of ties is weight \* 2\./,
    ],
    [{ kind: 'derive', name: 'x', how: { by: 'classes', column: 'role' } }, {}, /puts values of “role” into classes/],
    [
      { kind: 'measure', measures: ['degree', 'betweenness'], options: { pivots: 10 } },
      {},
      /^Computed: degree \(Freeman 1978\) and betweenness, estimated from 10 sources \(Freeman 1977;/,
    ],
    [{ kind: 'measure', measures: [] }, {}, /^$/],
    [
      { kind: 'groups', resolution: 1.2345, seed: 3 },
      { groups: 6, notes: [{ text: 'Modularity 0.549 at resolution 1.23.' }, { text: 'Run on the 20 nodes.' }] },
      /^Groups: Leiden \(modularity\) \(Traag, .*\), resolution 1\.23, weights counted, seed 3; 6 groups\. Modularity 0\.549 at resolution 1\.23\.$/,
    ],
    [
      { kind: 'groups', runs: 10 },
      { groups: 6, notes: [{ text: '10 runs with different seeds agree by 0.930 (mean adjusted Rand index).' }] },
      /; 6 groups\. 10 runs with different seeds agree by 0\.930 \(mean adjusted Rand index\)\.$/,
    ],
    [
      { kind: 'groups', method: 'column', column: 'island' },
      { groups: 2 },
      /^Groups are the values of “island”: 2 groups\.$/,
    ],
    [
      { kind: 'arrange', method: 'force', settings: { seed: 7 }, placed: { 1: [0, 0] } },
      {},
      /^Layout: forces, seed 7\. 1 node was placed by hand\.$/,
    ],
    [{ kind: 'style' }, {}, /^$/],
  ])('%j', (step, more, wanted) => expect(said(step, more)).toMatch(wanted));
  test('what was not done is not cited: estimates, direction', () => {
    const sources = (step: object): string[] => note(trail(ties, step)).references.map(({ short }) => short);
    const estimated = { kind: 'measure', measures: ['betweenness'], options: { pivots: 10 } };
    expect(sources(estimated)).toContain('Brandes & Pich 2007');
    expect(sources({ ...estimated, options: {} })).not.toContain('Brandes & Pich 2007');
    expect(sources({ kind: 'groups', directed: true })).toContain('Leicht & Newman 2008');
    expect(sources({ kind: 'groups' })).not.toContain('Leicht & Newman 2008');
    expect(sources({ kind: 'groups', runs: 10 })).not.toContain('Hubert & Arabie 1985');
    expect(said({ kind: 'measure', measures: ['pagerank'] })).toContain('PageRank (');
  });
  test('works that are cited stand below, each once, by name', () => {
    const made = note(
      trail(ties, { kind: 'measure', measures: ['degree', 'betweenness'] }, { kind: 'keep', rule: { by: 'backbone' } }),
    );
    expect(made.references.map(({ short }) => short)).toEqual([
      'Brandes 2001',
      'Freeman 1977',
      'Freeman 1978',
      'Serrano, Boguñá & Vespignani 2009',
    ]);
    expect(methodText(made)).toMatch(/\n\nReferences\nBrandes, U\. \(2001\)/);
    expect(methodText(note(trail(ties)))).not.toContain('References');
  });
});
