/** The gallery, and how well a picture tells the distances. */
import { layouts } from '@/core/arrange';
import { network } from '@/core/graph';
import { alone } from './question';
import { plainStyle } from '@/core/style';
import { type GalleryPicture, answer } from '.';

// The kernel that lays out layers takes its time on a busy machine.
jest.setTimeout(60_000);

const wanted = Object.values(layouts).map(({ key, schema }) => ({ key, settings: schema.parse({}) }));

async function picturesOf(net: ReturnType<typeof network>): Promise<Record<string, GalleryPicture>> {
  const found: Record<string, GalleryPicture> = {};
  const style = {
    ...plainStyle,
    nodeColour: { by: 'category', column: 'gone', palette: 'moraine', colours: {} } as const,
  };
  await answer('gallery', net, { layouts: wanted, style }, alone, (news) => {
    if (typeof news !== 'number') found[news.key] = news;
  });
  return found;
}

test('each layout has its small picture, or says what it lacks; a style whose column is gone is no hindrance', async () => {
  const found = await picturesOf(network({ nodes: 5, edges: [[0, 1], [1, 2], [2, 3], [3, 4]] })); // prettier-ignore
  expect(Object.keys(found).sort()).toEqual(wanted.map(({ key }) => key).sort());
  expect(found.force.picture).toMatch(/^<svg/);
  expect(found.force.picture?.match(/<circle/g)).toHaveLength(5);
  expect(found['right angles'].picture).toMatch(/^<svg/);
  expect(found.layers.lacks).toMatch(/no direction/);
  expect(found.places.lacks).toMatch(/no place/);
});

test('of a large network a part is drawn, but what it lacks is said of the whole', async () => {
  const n = 6000;
  const edges = Array.from({ length: 30_000 }, (_, i) => [(i * 7) % n, (i * i + 1) % n] as const);
  const found = await picturesOf(network({ nodes: n, edges, directed: true }));
  const count = found.force.picture?.match(/<circle/g)?.length ?? 0;
  expect(count).toBeGreaterThan(40);
  expect(count).toBeLessThanOrEqual(90);
  expect(found.force.picture?.length).toBeLessThan(40_000);
  expect(found.layers.lacks).toMatch(/up to 1,000 nodes/);
});

test('how well a picture tells the distances is asked of the network as it is drawn', async () => {
  const line = network({ nodes: 3, edges: [[0, 1], [1, 2]] }); // prettier-ignore
  const drawn = { ...line, positions: Float32Array.of(0, 0, 50, 0, 100, 0) };
  const big = { ...plainStyle, nodeSize: { by: 'all', radius: 30 } as const };
  const ask = (style = plainStyle) => answer('quality', drawn, { style }, alone, () => undefined);
  expect(await ask()).toMatchObject({ stress: 0, kept: 1, over: 0 });
  expect(await ask(big)).toMatchObject({ over: 3 });
  expect(await answer('quality', line, {}, alone, () => undefined)).toBeUndefined();
});
