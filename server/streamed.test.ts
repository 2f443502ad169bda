/** Bodies that are made while they are read: as whoever asked, also when somebody else reads. */
import { type Person, actAs, currentPerson } from './people/person';
import { streamed } from './streamed';

const someone = (name: string): Person => ({ id: name, name, email: `${name}@x`, administrator: false });

async function* names(): AsyncGenerator<string, void> {
  for (let i = 0; i < 3; i++) yield `${(await currentPerson())?.name ?? 'nobody'} `;
}

test('every part is made as whoever asked', async () => {
  const body = actAs(someone('Lyng'), () => streamed(names()));
  const reader = body.getReader();
  const told: string[] = [];
  for (;;) {
    // Whoever takes the next part calls for the one after it.
    await new Promise(setImmediate);
    const { done, value } = await actAs(someone('Rowe'), () => reader.read());
    if (done) break;
    told.push(new TextDecoder().decode(value));
  }
  expect(told).toEqual(['Lyng ', 'Lyng ', 'Lyng ']);
});

test('a reader who leaves ends the making', async () => {
  const seen: string[] = [];
  async function* endless(): AsyncGenerator<string, void> {
    try {
      for (;;) yield (await currentPerson())?.name ?? 'nobody';
    } finally {
      seen.push((await currentPerson())?.name ?? 'nobody');
    }
  }
  const body = actAs(someone('Lyng'), () => streamed(endless()));
  const reader = body.getReader();
  await reader.read();
  await actAs('nobody', () => reader.cancel());
  expect(seen).toEqual(['Lyng']);
});
