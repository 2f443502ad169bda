/** Faults on demand, for tests: what a feed far away does to those who read it. */
import * as z from 'zod';

const count = z.int().min(1);
/** Each stands until it is set anew; an empty object ends them all. */
export const faultsSchema = z.object({
  /** The line is cut after so many events, `times` times. */
  cut: z.object({ after: count, times: count.default(1) }).optional(),
  /** After so many events nothing comes any more for so many seconds, though the line is open; once. */
  stall: z.object({ after: count, seconds: z.number().min(0) }).optional(),
  /** Every so many-th event comes twice. */
  doubles: count.optional(),
  /** So many events at a time come in the opposite order. */
  disorder: z.int().min(2).optional(),
  /** Every so many-th event is broken in the middle; it is whole when it is fetched. */
  malformed: count.optional(),
  /** Every so many-th event does not come at all. */
  lost: count.optional(),
  /** Keys are not good any more. */
  expired: z.boolean().optional(),
  /** So many further requests are told to come again after so many seconds. */
  limited: z.object({ times: count, seconds: z.number().min(0) }).optional(),
  /** So many further requests break off in the middle of their answer. */
  broken: count.optional(),
  /** So many messages are posted besides, so many of them a second; once. */
  burst: z.object({ messages: count.max(1_000_000), perSecond: count.max(100_000).default(5000) }).optional(),
});
export type Faults = z.output<typeof faultsSchema>;
