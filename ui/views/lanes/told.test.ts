/** @jest-environment jsdom */
import { dayNumber } from '@/core/tables';
import { keepers } from '@/ui/testing';
import type { LanesAnswer } from '@/worker/client';
import { eventsOf } from './testing';
import { answerFits, chosenEvents, eventWords, selectionOf, summary } from './told';

const net = {
  ...keepers,
  edgeRecords: { tables: ['letters'], offsets: Uint32Array.of(0, 2, 3, 4, 5), items: Uint32Array.of(0, 4, 1, 2, 3) },
};
const day = dayNumber(1921, 10, 3);
const events = eventsOf([day, day + 1, 1, 0], [day, day + 28, 0, 2], [day, Infinity, 2, 1, 0]);
const answer: LanesAnswer = {
  when: { of: 'records', table: 'letters', column: 'sent_on' },
  offers: [],
  lives: [],
  nodes: Uint32Array.of(1, 0, 2),
  events: { ...events, doubtful: Uint8Array.of(0, 1, 0), undated: 2, outside: 1 },
  left: 0,
};

test('an event in words: who, when, how sure', () => {
  expect(eventWords(net, answer, 0)).toBe('Alban Pell → Tove Lorne · 1921-10-03');
  expect(eventWords(net, answer, 1)).toBe('Tove Lorne → Ragna Wick · 1921-10-03 – 1921-10-30, doubtful');
  const alike = { ...answer, events: { ...answer.events, shape: Uint8Array.of(1, 1, 1) } };
  expect(eventWords(net, alike, 2)).toBe('Ragna Wick – Alban Pell – Tove Lorne · since 1921-10-03');
  expect(eventWords(net, { ...alike, when: { of: 'nodes', column: 'held_on' } }, 2)).toMatch(
    /^Ragna Wick: Ragna Wick, Alban/,
  );
  expect(summary(answer, 1)).toBe(
    '3 events between 3 lanes by sent_on · 1 quiet time folded · 2 without a date · 1 that lead elsewhere',
  );
  expect(summary({ ...answer, left: 5 }, 0)).toContain('5 nodes without room for a lane');
});

test('chosen events are records with their ties; more are added, and they stand out by either', () => {
  const first = selectionOf(net, answer, { nodes: ['k1'] }, [0], false);
  expect(first).toEqual({
    nodes: [],
    edges: [{ from: 'k1', to: 'k2', record: { table: 'letters', row: 0 } }],
    records: [{ table: 'letters', row: 0 }],
  });
  const both = selectionOf(net, answer, first, [0, 1], true);
  expect([both.records?.map(({ row }) => row), both.edges?.length]).toEqual([[0, 1], 2]);
  expect([...chosenEvents(net, answer, both)]).toEqual([1, 1, 0]);
  // A tie that was selected elsewhere has all of its events selected.
  expect([...chosenEvents(net, answer, { nodes: [], edges: [{ from: 'k2', to: 'k1' }] })]).toEqual([0, 0, 1]);
  expect([...chosenEvents(net, answer, { nodes: ['k1'] })]).toEqual([0, 0, 0]);
  expect(selectionOf(net, answer, both, [], false)).toEqual({ nodes: [] });
  expect(selectionOf(net, answer, both, [], true)).toEqual(both);
});

test('events that are nodes are selected as nodes', () => {
  const held = { ...answer, when: { of: 'nodes' as const, column: 'held_on' } };
  expect(selectionOf(net, held, { nodes: ['k4'] }, [2], true)).toEqual({ nodes: ['k4', 'k3'] });
  expect([...chosenEvents(net, held, { nodes: ['k2'] })]).toEqual([0, 1, 0]);
});

test('an answer about a larger network is not drawn', () => {
  expect(answerFits(net, answer)).toBe(true);
  expect(answerFits(net, { ...answer, nodes: Uint32Array.of(9) })).toBe(false);
  expect(answerFits(net, { ...answer, events: { ...answer.events, edges: Uint32Array.of(0, 1, 4) } })).toBe(false);
});
