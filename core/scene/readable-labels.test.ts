import { type Network, network } from '../graph';
import { seeded } from '../random';
import { type StyleSettings, plainStyle } from '../style';
import { labelRemarks } from './readable-labels';

/** Nodes at random, with so much room for each, each way. */
const crowded = (n: number, room: number): Network => {
  const random = seeded(3);
  const across = Math.sqrt(n) * room;
  const net = network({ nodes: n, edges: [] });
  return {
    ...net,
    labels: net.ids.map((id) => `Keeper number ${id}`),
    positions: Float32Array.from({ length: 2 * n }, () => across * random.unit()),
  };
};
const labelled = (top: number, show: 'top' | 'all' | 'none' = 'top'): StyleSettings => ({
  ...plainStyle,
  labels: { ...plainStyle.labels, show, top },
});

test('labels over nodes are counted, and fewer of them lie over fewer', () => {
  const net = crowded(900, 24);
  const found = labelRemarks(net, labelled(60));
  const [first] = found;
  expect(first.title).toBe('Labels');
  expect(first.words).toMatch(/^\d+ labels lie over nodes\.$/);
  expect(first.remedy?.words).toBe('Label the 30 most important');
  const after = labelRemarks(net, { ...plainStyle, ...first.remedy?.change });
  expect(parseInt(after[0].words)).toBeLessThan(parseInt(first.words));
});

test('labels without room are counted where so many were asked for', () => {
  const net = crowded(400, 6);
  const found = labelRemarks(net, labelled(400)).find(({ title }) => title === 'Labels without room');
  expect(found?.words).toMatch(/^\d+ labels of 400 find no room\. Drag them/);
  expect(labelRemarks(net, labelled(400, 'all')).map(({ title }) => title)).not.toContain('Labels without room');
});

test('there is nothing to say where labels stand free, where there are none, and of no nodes', () => {
  expect(labelRemarks(crowded(4, 300), labelled(4))).toEqual([]);
  expect(labelRemarks(crowded(900, 24), labelled(60, 'none'))).toEqual([]);
  expect(labelRemarks(crowded(0, 10), labelled(4))).toEqual([]);
});
