/** All questions that the page asks of a network. */
import type { Network } from '@/core/graph';
import { type InquiryName, inquiries } from '@/core/inquiry';
import { agreement } from './agreement';
import { contacts, touching } from './contacts';
import { figures } from './figures';
import { gallery } from './gallery';
import { lanes } from './lanes';
import { map } from './map';
import { matrix, matrixFile } from './matrix';
import { named } from './named';
import { merges, parts } from './parts';
import { paths } from './paths';
import { quality } from './quality';
import { readable } from './readable';
import { records } from './records';
import { relate } from './relate';
import { rows } from './rows';
import { sift } from './sift';
import type { Question, Surroundings } from './question';

export { alone } from './question';
export type { ContactAnswer } from './contacts';
export type { PathAnswer, PathAsk } from './paths';
export type { LanesAnswer } from './lanes';
export type { RecordsAnswer } from './records';
export type { GalleryPicture } from './gallery';

/** Those that other processes can answer as well. */
const costly = Object.fromEntries(Object.entries(inquiries).map(([name, { answer }]) => [name, answer])) as unknown as {
  [K in InquiryName]: (typeof inquiries)[K]['answer'];
};

const questions = {
  ...costly,
  figures,
  parts,
  merges,
  relate,
  agreement,
  paths,
  contacts,
  lanes,
  map,
  matrix,
  matrixFile,
  named,
  rows,
  touching,
  gallery,
  quality,
  readable,
  sift,
  records,
};

/** By question: what is asked, what is answered, and what is told on the way. */
export type Questions = {
  [K in keyof typeof questions]: (typeof questions)[K] extends Question<infer Ask, infer Answer, infer News>
    ? { ask: Ask; answer: Answer; news: News }
    : never;
};

/** Answers a question about a network. A Fault with the reason where there is no answer. */
export async function answer<K extends keyof Questions>(
  kind: K,
  net: Network,
  ask: Questions[K]['ask'],
  breath: Surroundings,
  tell: (news: Questions[K]['news']) => void,
): Promise<Questions[K]['answer']> {
  const asked = questions[kind] as Question<Questions[K]['ask'], Questions[K]['answer'], Questions[K]['news']>;
  return asked(net, ask, breath, tell);
}
