/** Pictures on nodes: from a column, by rule and by hand; what is not in the cell is not fetched. */
import { Fault } from '../fault';
import { svg } from '../figure';
import { type Network, network } from '../graph';
import { sceneOf } from '../scene';
import type { Column } from '../tables';
import { dress, plainStyle, shapes } from '.';
import { sized } from './sized';
import { nodePicture } from './channels/node-picture';

const png = (name: string): string => `data:image/png;base64,${Buffer.from(name).toString('base64')}`;
const drawing = "data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg'/%3E";
const column = (...texts: string[]): Column => {
  const dictionary = [...new Set(texts.filter((text) => text !== ''))];
  const codes = Int32Array.from(texts, (text) => dictionary.indexOf(text));
  return { type: 'text', name: 'portrait', dictionary, codes, as: 'picture' };
};
const number: Column = { type: 'number', name: 'born', values: Float64Array.of(1, 2, 3, 4, 5) };
const net: Network = {
  ...network({ nodes: 5, edges: [[0, 1], [1, 2]] }), // prettier-ignore
  positions: Float32Array.of(0, 0, 100, 0, 0, 100, 100, 100, 50, 50),
  nodeColumns: [column(png('ann'), drawing, 'face.png', '', png('ann')), number],
};
const fromColumn = { ...plainStyle, nodePicture: { by: 'column', column: 'portrait', frame: 'square' } as const };
const circle = shapes.indexOf('circle');
const square = shapes.indexOf('square');

test('each node has the picture of its cell in the chosen frame; a name of a file, or nothing, is none', () => {
  const { pictures, shape } = dress(net, { ...fromColumn, nodeShape: { by: 'all', shape: 'star' } });
  expect(pictures?.addresses).toEqual([png('ann'), drawing]);
  expect([...(pictures?.of ?? [])]).toEqual([0, 1, -1, -1, 0]);
  const star = shapes.indexOf('star');
  expect([...shape]).toEqual([square, square, star, star, square]);
});

test('a drawing fills its square, with the size of its view box where it tells none; all else is as it was', () => {
  const body = "<svg viewBox='0 0 60.5 40'><path d='M0 0'/></svg>";
  const wanted = `data:image/svg+xml,${encodeURIComponent("<svg width='60.5' height='40' preserveAspectRatio='xMidYMid slice' viewBox='0 0 60.5 40'><path d='M0 0'/></svg>")}`;
  expect(sized(`data:image/svg+xml,${encodeURIComponent(body)}`)).toBe(wanted);
  expect(sized(`data:image/svg+xml;base64,${Buffer.from(body).toString('base64')}`)).toBe(wanted);
  expect(sized(`data:image/svg+xml;charset=utf-8,${body}`)).toBe(wanted);
  const stretched = `data:image/svg+xml,<svg width='3' height='4' preserveAspectRatio="none" viewBox='0 0 1 1'/>`;
  const filling = "<svg preserveAspectRatio='xMidYMid slice' width='3' height='4' viewBox='0 0 1 1'/>";
  expect(sized(stretched)).toBe(`data:image/svg+xml,${encodeURIComponent(filling)}`);
  for (const same of [
    png('x'),
    drawing,
    'data:image/svg+xml,%E0%A4%A',
    'data:image/svg+xml;base64,%%%',
    "data:image/svg+xml,<svg width='3' height='3'/>",
    "data:image/svg+xml,<svg viewBox='0 0 0 0'/>",
    'face.png',
  ]) {
    expect(sized(same)).toBe(same);
  }
});

test('where every node has a picture, shapes are not explained', () => {
  const kinds: Column = { type: 'text', name: 'kind', dictionary: ['a', 'b'], codes: Int32Array.of(0, 1, 0, 1, 0) };
  const shaped = { ...fromColumn, nodeShape: { by: 'category', column: 'kind', shapes: {} } as const };
  const all = (...texts: string[]): Network => ({ ...net, nodeColumns: [column(...texts), kinds] });
  const told = (one: Network): number => dress(one, shaped).legend.filter(({ kind }) => kind === 'shapes').length;
  expect(told(all(png('a'), png('b'), png('c'), png('d'), png('e')))).toBe(0);
  expect(told(all(png('a'), png('b'), png('c'), png('d'), ''))).toBe(1);
});

test('without pictures nothing is kept', () => {
  expect(dress(net, plainStyle).pictures).toBeUndefined();
});

test('a hand gives a picture or takes it away; a rule gives one to many', () => {
  const own = { picture: png('own'), frame: 'round' as const };
  const byHand = { [net.ids[0]]: { picture: '', frame: 'round' as const }, [net.ids[3]]: own };
  const { pictures, shape } = dress(net, { ...fromColumn, byHand: { nodePicture: byHand } });
  expect([...(pictures?.of ?? [])]).toEqual([-1, 1, -1, 2, 0]);
  expect(pictures?.addresses[2]).toBe(png('own'));
  expect(shape[3]).toBe(circle);
  const late = { match: 'all' as const, rules: [{ about: 'column' as const, column: 'born', is: 'at least' as const, value: '4', to: '' }] }; // prettier-ignore
  const ruled = dress(net, { ...plainStyle, rules: { nodePicture: [{ where: late, look: own, words: '' }] } });
  expect(ruled.pictures?.addresses).toEqual([png('own')]);
  expect([...(ruled.pictures?.of ?? [])]).toEqual([-1, -1, -1, 0, 0]);
});

test('a column of numbers is refused with a sentence', () => {
  const wrong = { ...plainStyle, nodePicture: { by: 'column', column: 'born', frame: 'round' } as const };
  expect(() => dress(net, wrong, 's1')).toThrow(Fault);
  expect(() => dress(net, wrong, 's1')).toThrow(/holds no pictures/);
});

test('what is kept in the step is a small drawn-anew picture, nothing else', () => {
  const { schema } = nodePicture.look ?? {};
  const holds = (picture: string): boolean => schema?.safeParse({ picture, frame: 'round' }).success ?? false;
  expect([png('x'), ''].map(holds)).toEqual([true, true]);
  expect([drawing, 'https://example.org/x.png', 'x.png', `${png('x')}" onload="`, png('x'.repeat(60_000))].map(holds)).toEqual([false, false, false, false, false]); // prettier-ignore
});

test('on a page each picture stands once, is cut to its frame, and is used where its nodes are', async () => {
  const own = { picture: png('own'), frame: 'round' as const };
  const style = { ...fromColumn, byHand: { nodePicture: { [net.ids[3]]: own } } };
  const page = await svg(sceneOf(net, style), { width: 400, height: 300 });
  expect(page.match(/<image /g)).toHaveLength(3);
  expect(page.match(/<use /g)).toHaveLength(4);
  expect(page.match(/<clipPath /g)).toHaveLength(1);
  expect(page.match(/clip-path="url\(#round\)"/g)).toHaveLength(1);
  expect(page).toContain(`href="${drawing}"`);
});
