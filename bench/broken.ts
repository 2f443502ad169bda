/** 10,000 broken files through the readers: each ends in tables or in a sentence, and soon. */
import { brokenFile, outcomeOf } from '@/core/formats/read/fuzz';
import { seeded } from '@/core/random';
import type { Line } from './clock';

const cases = 10000;

export async function brokenLines(): Promise<Line[]> {
  const random = seeded(20261123);
  const seen = { tables: 0, sentence: 0, defect: 0 };
  let slowest = 0;
  const start = performance.now();
  for (let i = 0; i < cases; i++) {
    const source = brokenFile(random);
    const begun = performance.now();
    seen[(await outcomeOf(source)).kind]++;
    slowest = Math.max(slowest, performance.now() - begun);
  }
  const note = `${seen.tables} tables, ${seen.sentence} sentences, ${seen.defect} defects; the slowest took ${slowest.toFixed(0)} ms`;
  return [{ what: `${cases} broken files`, ours: performance.now() - start, aim: 'no defect', note }];
}
