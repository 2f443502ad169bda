/** Studies to try runs on. */
import { randomUUID } from 'node:crypto';
import type * as z from 'zod';
import { type Inquiry, inquiryKey } from '@/core/inquiry';
import { seeded } from '@/core/random';
import { type Trail, digestOf, digestsOf, stored, trailSchema } from '@/core/trail';
import { database, person } from '@/server/db';
import { createNetwork } from '@/server/networks';
import { type Person, actAs } from '@/server/people/person';
import { createStudy } from '@/server/studies';
import { storeTable } from '@/server/tables/store';
import { type NoRun, askRun, askSchema } from '.';
import { readingOf } from './source';

export async function somebody(name: string): Promise<Person> {
  const [made] = await database()
    .insert(person)
    .values({ name, email: `${randomUUID()}@example.org` })
    .returning();
  return made;
}

const columns = [
  { name: 'from', type: 'text' as const },
  { name: 'to', type: 'text' as const },
];

export const trailOf = (...more: object[]): Trail =>
  trailSchema.parse({
    steps: [{ id: 's1', kind: 'ties', on: true, table: 'ties', from: 'from', to: 'to' }, ...more],
  });

export const betweenness = { id: 's2', kind: 'measure', on: true, measures: ['betweenness'] };

export interface Sample {
  study: string;
  network: string;
  who: Person;
  trail: Trail;
}

/** A study of somebody, with ties drawn by chance. */
export async function sample(who: Person, trail: Trail, nodes = 40, ties = 160): Promise<Sample> {
  return actAs(who, async () => {
    const { id: study } = await createStudy('Runs');
    const random = seeded(5);
    const name = (): string => `n${Math.floor(random.unit() ** 2 * nodes)}`;
    async function* rows(): AsyncGenerator<string> {
      for (let i = 0; i < ties; i++) yield await Promise.resolve(`${JSON.stringify([name(), name()])}\n`);
    }
    await storeTable(study, { name: 'ties', origin: 'x', columns, rows: ties }, rows());
    const { id: network } = await createNetwork(study, 'One', trail);
    return { study, network, who, trail };
  });
}

/** Asks for a run as its page would. */
export async function asked(
  { study, network, who }: Sample,
  trail: Trail,
  page = randomUUID(),
  when: z.input<typeof askSchema>['when'] = 'always',
  inquiry?: Inquiry,
): Promise<{ id: string } | NoRun> {
  return actAs(who, async () => {
    const { source } = await readingOf(study, trail);
    const digest = inquiry ? digestOf(inquiryKey(source, trail, inquiry)) : (digestsOf(source, trail).at(-1) ?? '');
    return askRun(study, askSchema.parse({ network, trail: stored(trail), inquiry, digest, seconds: 60, page, when }));
  });
}
