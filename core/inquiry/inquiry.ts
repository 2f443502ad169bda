/** A costly question about the network that a trail comes to. To add one: a file beside this and a line in the index. */
import type * as z from 'zod';
import type { Network } from '../graph';
import type { Breath } from '../split';

export interface InquiryKind<Ask, Answer, News = never> {
  /** What is asked; what it reads of a network are nodes, ties and columns, never places or looks. */
  schema: z.ZodType<Ask>;
  /** Seconds on one thread, roughly. */
  seconds(net: Network, ask: Ask): number;
  /** The same to the bit wherever it runs; its parts go to `breath.crew`. @throws Fault with the reason where there is no answer */
  answer(net: Network, ask: Ask, breath: Breath, tell: (news: News) => void): Promise<Answer> | Answer;
}
