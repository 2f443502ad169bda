import { nodeCount } from '../graph';
import { digestsOf, firstTrail, newStep, placeFor, runTrail, trailSchema } from '.';
import { closedWith, openedWith } from './steps/gather';
import { source as sourceOf, table } from './samples';

/** A ring of complete graphs. */
function ring(count: number, size: number) {
  const rows: string[][] = [];
  for (let c = 0; c < count; c++) {
    for (let i = 0; i < size; i++) for (let j = 0; j < i; j++) rows.push([`${c} ${i}`, `${c} ${j}`]);
    rows.push([`${c} 0`, `${(c + 1) % count} 1`]);
  }
  return sourceOf([table('ring', { from: 'text', to: 'text' }, rows)]);
}

const trail = (settings: object = {}, ...more: object[]) =>
  trailSchema.parse({
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 'ring', from: 'from', to: 'to' },
      { id: 's2', kind: 'groups', on: true },
      { id: 's3', kind: 'gather', on: true, column: 'group', ...settings },
      ...more,
    ],
  });

test('circles of the groups before it, coloured as these are; opened and closed', async () => {
  const source = ring(6, 8);
  const { state, reports } = await runTrail(source, trail());
  const net = state?.network;
  if (!net) throw new Error(reports.map(({ fault }) => fault).join());
  expect(net.ids).toEqual(Array.from({ length: 6 }, (_, i) => `◯ ${i + 1}`));
  const group = net.nodeColumns.find(({ name }) => name === 'group');
  expect(group?.type === 'text' && new Set(group.codes).size).toBe(6);
  expect(reports[2].result).toBe('6 circles');
  const open = await runTrail(source, trail({ open: ['1', '2'] }));
  expect(open.reports[2].result).toBe('4 circles, 16 nodes');
  expect(open.reports[2].notes[0].text).toMatch(
    /^48 nodes and \d+ edges are drawn as 20 nodes and \d+ edges; 2 circles are open\./,
  );
});

test('every node is drawn while that is chosen, with columns that say so', async () => {
  const { state } = await runTrail(ring(6, 8), trail({ draws: 'all', open: ['1'] }));
  const net = state?.network;
  expect(net && nodeCount(net)).toBe(48);
  const plain = (await runTrail(ring(6, 8), { steps: trail().steps.slice(0, 2) })).state?.network;
  expect(net?.source).toEqual(plain?.source);
  expect(net?.edgeColumns.map(({ name }) => name)).toContain('ties');
  const members = net?.nodeColumns.find(({ name }) => name === 'members');
  expect(members?.type === 'number' && new Set(members.values)).toEqual(new Set([1]));
});

test('while circles are found, the nodes that they are found among stand in for them, and are better not drawn', async () => {
  const found = trail({ column: undefined });
  const sketch = await runTrail(ring(40, 40), { steps: [found.steps[0], found.steps[2]] }, { sketch: true });
  expect([sketch.unlike, sketch.state && nodeCount(sketch.state.network)]).toEqual([true, 1600]);
  // Of a column that is not there yet as well.
  const grouped = trailSchema.parse({ steps: [found.steps[0], found.steps[1], trail().steps[2]] });
  const waiting = await runTrail(ring(40, 40), grouped, { sketch: true });
  expect([waiting.unlike, waiting.state && nodeCount(waiting.state.network)]).toEqual([true, 1600]);
  const small = await runTrail(ring(6, 8), trail(), { sketch: true });
  expect([small.unlike, small.state && nodeCount(small.state.network)]).toEqual([false, 6]);
});

test('a column that is not there is a fault at the step', async () => {
  const { reports } = await runTrail(ring(3, 5), trail({ column: 'isle' }));
  expect(reports[2].fault).toMatch(/no column “isle”/);
});

test('what is open is part of the digest; a new one goes before the layout; large tables begin with one', () => {
  const source = ring(3, 5);
  expect(digestsOf(source, trail({ open: ['1'] })).at(-1)).not.toBe(digestsOf(source, trail()).at(-1));
  const whole = trail({}, { id: 's4', kind: 'arrange', on: true, method: 'force' });
  expect(placeFor(whole.steps.slice(0, 2).concat(whole.steps[3]), newStep(whole, 'gather', {}))).toBe(2);
  const kinds = (rows: number) => firstTrail({ table: 't', from: 'a', to: 'b' }, rows).steps.map(({ kind }) => kind);
  expect(kinds(300_000)).toEqual(['ties', 'measure', 'groups', 'gather', 'arrange', 'style']);
  expect(kinds(100_000)).not.toContain('gather');
});

test('a circle is closed with all that lies in it, and opened once', () => {
  const [, , step] = trail({ open: ['1', '1.2', '10'] }).steps;
  if (step.kind !== 'gather') throw new Error('no step');
  expect(closedWith(step, '1')).toEqual(['10']);
  expect(openedWith(step, '◯ 1')).toEqual(step.open);
  expect(openedWith(step, '◯ 3')).toEqual(['1', '1.2', '10', '3']);
  expect(openedWith(step, 'keeper:3')).toEqual(step.open);
});
