/** Classes by hand: set, taken off, pasted. */
import fc from 'fast-check';
import { pastedClasses, withClass, withClasses } from '.';

describe('set on what is selected', () => {
  test('nothing holds two, and a class that nothing holds is gone', () => {
    const one = withClass([], 'broker', ['a', 'b', 'a']);
    expect(one).toEqual([{ class: 'broker', on: ['a', 'b'] }]);
    const two = withClass(one, ' outsider ', ['b', 'c']);
    expect(two).toEqual([
      { class: 'broker', on: ['a'] },
      { class: 'outsider', on: ['b', 'c'] },
    ]);
    expect(withClass(two, '', ['a'])).toEqual([{ class: 'outsider', on: ['b', 'c'] }]);
    expect(one).toEqual([{ class: 'broker', on: ['a', 'b'] }]);
  });
  test('after any sequence each has the class that was set last', () => {
    const sets = fc.array(fc.tuple(fc.constantFrom('', 'x', 'y', '__proto__'), fc.subarray(['a', 'b', 'constructor'])));
    fc.assert(
      fc.property(sets, (all) => {
        const last = new Map<string, string>();
        for (const [name, on] of all) for (const id of on) last.set(id, name);
        const classes = all.reduce<ReturnType<typeof withClass>>((held, [name, on]) => withClass(held, name, on), []);
        const held = classes.flatMap((one) => one.on.map((id) => [id, one.class] as const));
        expect(new Map(held)).toEqual(new Map([...last].filter(([, name]) => name !== '')));
        expect(held).toHaveLength(new Map(held).size);
      }),
    );
  });
});

describe('pasted', () => {
  const ids = ['k1', 'k2', 'k3', 'k4', 'k5'];
  const labels = ['Åse Holm', 'Bo', 'bo', 'Cy', 'Cy'];
  const pasted = (...rows: string[][]) => pastedClasses(rows, ids, labels);

  test('by name as written, else without case; by id; the first line may name the columns', () => {
    const found = pasted(['keeper', 'rank', 'side'], ['ÅSE holm ', 'elder', ''], ['Bo', 'young', 'n'], ['k5', '', 's']);
    expect(found).toEqual({
      columns: [
        {
          name: 'rank',
          classes: [
            { class: 'elder', on: ['k1'] },
            { class: 'young', on: ['k2'] },
          ],
        },
        {
          name: 'side',
          classes: [
            { class: 'n', on: ['k2'] },
            { class: 's', on: ['k5'] },
          ],
        },
      ],
      found: 3,
      missing: [],
      several: [],
    });
  });
  test('letters put together and apart are the same', () => {
    expect(pasted(['A\u030Ase Holm', 'x']).columns[0].classes).toEqual([{ class: 'x', on: ['k1'] }]);
  });
  test('who is not there and who is several is told, and nothing is set', () => {
    expect(pasted(['Bo', 'x'], ['Di', 'y'], ['Cy', 'z'], ['BO', 'z'])).toEqual({
      columns: [{ name: 'class', classes: [{ class: 'x', on: ['k2'] }] }],
      found: 1,
      missing: ['Di'],
      several: ['Cy', 'BO'],
    });
  });
  test('the last line of a name counts; empty lines and short ones are no fault', () => {
    expect(pasted(['Bo', 'x'], [''], [], ['Bo', 'y'], ['k1']).columns).toEqual([
      { name: 'class', classes: [{ class: 'y', on: ['k2'] }] },
    ]);
    expect(pasted(['Bo']).columns).toEqual([]);
    expect(pasted().columns).toEqual([]);
    expect(pasted(['nobody', 'at all'])).toMatchObject({ found: 0, missing: ['nobody'] });
    expect(pasted(['Bo', 'a', 'b']).columns.map(({ name }) => name)).toEqual(['class 1', 'class 2']);
  });
});

test('very many of one name, and as many classes as names, take no time that grows with their square', () => {
  const n = 60_000;
  const ids = Array.from({ length: n }, (_, i) => `k${i}`);
  const same = pastedClasses(
    [['Ann', 'x']],
    ids,
    Array.from({ length: n }, () => 'Ann'),
  );
  expect(same).toMatchObject({ found: 0, several: ['Ann'] });
  const each = pastedClasses(
    ids.map((id) => [id, `class of ${id}`]),
    ids,
    ids,
  );
  expect([each.found, each.columns[0].classes.length]).toEqual([n, n]);
  expect(withClasses(each.columns[0].classes, each.columns[0].classes)).toEqual(each.columns[0].classes);
});
