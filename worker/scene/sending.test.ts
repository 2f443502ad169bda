import { network } from '@/core/graph';
import { type Scene, sceneOf } from '@/core/scene';
import { newsOf, taken } from './sending';

const scene: Scene = {
  ...sceneOf({
    ...network({
      nodes: 3,
      edges: [
        [0, 1],
        [1, 2],
      ],
    }),
    positions: Float32Array.of(0, 0, 1, 0, 0, 1),
  }),
  guides: [{ text: 'spring', x: 0, y: 0, anchor: 'end' }],
  edgeLabel: ['a', 'b'],
};
/** All but what is written over it; of names only how many. */
const drawn = ({ labels, labelText: _texts, edgeLabel: _words, guides: _lines, ...rest }: Scene) => ({
  ...rest,
  nodes: labels.length,
});
const over = (now: Scene, before?: Scene) => structuredClone(newsOf(now, before).news);

test('the thread has what is drawn, without a word of what is written', () => {
  const news = over(scene);
  expect(JSON.stringify(news)).not.toContain('spring');
  expect(drawn(taken(news, undefined))).toEqual(drawn(scene));
});

test('only what changed travels, and what is gone goes', () => {
  const first = taken(over(scene), undefined);
  const other: Scene = { ...scene, radius: Float32Array.of(7, 8, 9), routes: undefined };
  delete other.routes;
  const news = over(other, scene);
  expect(Object.keys(news.bare.changed)).toEqual(['radius']);
  expect(news.bare.gone).toEqual(['routes']);
  const second = taken(news, first);
  expect(drawn(second)).toEqual(drawn(other));
  expect(second.source).toBe(first.source);
});

test('the memory that goes over is not that of the page, nor more than is asked for', () => {
  const wide = new Float32Array(1000);
  const { news, memory } = newsOf({ ...scene, positions: wide.subarray(10, 16) }, undefined);
  expect(news.bare.changed.positions?.buffer).not.toBe(wide.buffer);
  expect(memory.find((one) => one === news.bare.changed.positions?.buffer)?.byteLength).toBe(24);
});

test('a scene that builds on nothing forgets the one before', () => {
  const routed: Scene = {
    ...scene,
    routes: { offsets: Uint32Array.of(0, 2, 2), points: Float32Array.of(5, 5) },
  };
  const before = taken(over(routed), undefined);
  const { routes: _none, ...plain } = scene;
  expect(taken(over(plain), before).routes).toBeUndefined();
});
