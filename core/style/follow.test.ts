/** Styles that follow a kept look. */
import { plainStyle } from '.';
import type { StyleSettings } from './registry';
import { type KeptLook, missingFor, standingTo, taking } from './follow';
import { styleSchema } from '../trail/steps/style';

const byIsland = { by: 'category', column: 'island', palette: 'moraine', colours: {} } as const;
const style = (change: object): StyleSettings => ({ ...plainStyle, ...change });
const look = (change: object, version = 1): KeptLook => ({ id: 'k1', name: 'Paper', version, style: style(change) });
const all = (): boolean => true;
const none = (): boolean => false;
const hand = { nodeColour: { n1: '#112233' } };

test('a look gives its style, keeps what was set by hand, and is followed', () => {
  const taken = taking(look({ nodeColour: byIsland }), style({ curve: 0.4, byHand: hand }), [], all);
  expect(taken.nodeColour).toEqual(byIsland);
  expect([taken.curve, taken.byHand]).toEqual([plainStyle.curve, hand]);
  expect(taken.follows).toMatchObject({ id: 'k1', name: 'Paper', version: 1 });
  expect(standingTo(taken, look({ nodeColour: byIsland }))).toEqual({
    gone: false,
    changedThere: false,
    changedHere: false,
  });
  // It stands in a trail, and comes back from one the same.
  const step = styleSchema.parse({ id: 's1', kind: 'style', on: true, ...taken });
  expect(styleSchema.parse(JSON.parse(JSON.stringify(step)))).toEqual(step);
});

test('it is told where the look or the style was changed since, or the look is gone', () => {
  const taken = taking(look({}), style({}), [], all);
  expect(standingTo(taken, look({ curve: 0.4 }, 2)).changedThere).toBe(true);
  // A new name alone is no change of it.
  expect(standingTo(taken, { ...look({}, 2), name: 'Print' }).changedThere).toBe(false);
  expect(standingTo({ ...taken, curve: 0.3 }, look({})).changedHere).toBe(true);
  // What is set by hand is no part of a look.
  expect(standingTo({ ...taken, byHand: hand }, look({})).changedHere).toBe(false);
  expect(standingTo(taken, undefined).gone).toBe(true);
  expect(standingTo(style({}), undefined)).toEqual({ gone: false, changedThere: false, changedHere: false });
});

test('columns that are missing are pointed to others or left out, and that is remembered for later changes', () => {
  const kept = look({ nodeColour: byIsland, nodeSize: { by: 'amount', column: 'degree', min: 4, max: 13, scale: 'sqrt' } }); // prettier-ignore
  const has = ({ name }: { name: string }): boolean => name === 'place';
  expect(missingFor(kept.style, has).map(({ name }) => name)).toEqual(['island', 'degree']);
  const columns = [
    { of: 'nodes' as const, name: 'island', to: 'place' },
    { of: 'nodes' as const, name: 'degree', to: '' },
  ];
  const taken = taking(kept, style({}), columns, has);
  expect(taken.nodeColour).toMatchObject({ column: 'place' });
  expect(taken.nodeSize).toEqual(plainStyle.nodeSize);
  // Pointing elsewhere is no change made here.
  expect(standingTo(taken, kept).changedHere).toBe(false);
  expect(standingTo(taken, { ...kept, version: 2 }).changedThere).toBe(false);
  const later = look({ nodeColour: byIsland, nodeShape: { by: 'category', column: 'role', shapes: {} } }, 2);
  expect(missingFor(later.style, has, taken.follows.columns).map(({ name }) => name)).toEqual(['role']);
  expect(missingFor(later.style, none)).toHaveLength(2);
});
