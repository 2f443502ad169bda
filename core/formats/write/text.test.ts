import { textOf } from './text';

test('beyond what a text may be, its bytes are the same', () => {
  const pieces = Array.from({ length: 3000 }, (_, i) => `${'é😀x'.repeat(200)} ${i}\n`);
  const text = textOf(pieces);
  expect(text).toBe(pieces.join(''));
  const bytes = textOf(pieces, 1000);
  expect(bytes).toBeInstanceOf(Uint8Array);
  expect(new TextDecoder().decode(bytes as Uint8Array)).toBe(text);
  expect(textOf([])).toBe('');
});
