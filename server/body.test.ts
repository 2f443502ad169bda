import { Place, bounded, setDown, whole } from './body';

async function* pieces(...texts: string[]): AsyncGenerator<Uint8Array> {
  for (const text of texts) yield await Promise.resolve(new TextEncoder().encode(text));
}
const text = async (body: AsyncIterable<Uint8Array>): Promise<string> => {
  const all: Uint8Array[] = [];
  for await (const piece of body) all.push(piece);
  return Buffer.concat(all).toString();
};

test('a body within its bounds comes as it is', async () => {
  expect(await text(bounded(pieces('ab', 'c'), 3, 'too large'))).toBe('abc');
  expect((await whole(pieces('ab', 'c'), 3, 'too large')).toString()).toBe('abc');
});

test('one that is longer than allowed is refused, whatever it says of its length, and its sender is let go', async () => {
  let let_go = false;
  async function* endless(): AsyncGenerator<Uint8Array> {
    try {
      for (;;) yield await Promise.resolve(new Uint8Array(1000));
    } finally {
      let_go = true;
    }
  }
  await expect(whole(endless(), 5000, 'The result is too large.')).rejects.toThrow('The result is too large.');
  await Promise.resolve();
  expect(let_go).toBe(true);
});

test('one that stops coming is given up', async () => {
  async function* stuck(): AsyncGenerator<Uint8Array> {
    yield await Promise.resolve(new Uint8Array(1));
    await new Promise(() => undefined);
  }
  await expect(text(bounded(stuck(), 10, 'too large', 20))).rejects.toThrow(/stopped coming/);
});

test('a body is worked on when it has come whole', async () => {
  const order: string[] = [];
  async function* slow(): AsyncGenerator<Uint8Array> {
    for (const part of ['one\n', 'two\n']) {
      order.push(`came ${part.trim()}`);
      yield await Promise.resolve(new TextEncoder().encode(part));
    }
  }
  const read = await setDown(slow(), 100, 'too large', async (body) => {
    order.push('work');
    return text(body);
  });
  expect(read).toBe('one\ntwo\n');
  expect(order).toEqual(['came one', 'came two', 'work']);
  await expect(setDown(pieces('abcdef'), 5, 'too large', text)).rejects.toThrow('too large');
});

test('what one person sends at once takes up so much and no more; what has gone makes room', () => {
  const [first, second, other] = [new Place('a', 10), new Place('a', 10), new Place('b', 10)];
  first.take(6);
  second.take(4);
  expect(() => second.take(1)).toThrow(/over 4 GB at once/);
  other.take(10);
  first.free();
  first.free();
  second.take(6);
  second.free();
  new Place('a', 10).take(10);
});
