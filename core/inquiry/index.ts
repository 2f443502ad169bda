/** Costly questions about the network that a trail comes to: answered in the page or by other processes, with the same answer, which is kept under a digest. */
import * as z from 'zod';
import { type Source, type Trail, canonical, digestsOf, memoKey, ofSubstance } from '../trail';
import type { Network } from '../graph';
import type { Breath } from '../split';
import { chance, shuffle } from './chance';
import type { InquiryKind } from './inquiry';
import { aim, explore } from './resolutions';

export const inquiries = { chance, shuffle, explore, aim };
export type InquiryName = keyof typeof inquiries;

/** One that is asked. */
export interface Inquiry {
  kind: InquiryName;
  ask: unknown;
}

const kindOf = (name: InquiryName): InquiryKind<unknown, unknown> =>
  inquiries[name] as unknown as InquiryKind<unknown, unknown>;

export const isInquiry = (name: string): name is InquiryName => Object.hasOwn(inquiries, name);

/** An inquiry as a page sends it. */
export const inquirySchema: z.ZodType<Inquiry> = z.union(
  (Object.keys(inquiries) as InquiryName[]).map((kind) =>
    z.object({ kind: z.literal(kind), ask: kindOf(kind).schema }),
  ) as unknown as [z.ZodType<Inquiry>, z.ZodType<Inquiry>],
);

/** What of a trail an inquiry reads: how the network is drawn is none of it, and steps that are off or were stopped change nothing. */
export const trailFor = (trail: Trail, stopped: (step: string) => boolean = () => false): Trail =>
  ofSubstance({ steps: trail.steps.filter(({ id, kind, on }) => (on || kind === 'ties') && !stopped(id)) });

/** The key of its answer in caches, from the trail as {@link trailFor} gives it. */
export const inquiryKey = (source: Source, trail: Trail, { kind, ask }: Inquiry): string =>
  memoKey(digestsOf(source, trail).at(-1), `${kind} ${canonical(ask)}`);

/** Seconds on one thread, roughly. */
export const inquirySeconds = (net: Network, { kind, ask }: Inquiry): number => kindOf(kind).seconds(net, ask);

/** @throws Fault with the reason where there is no answer */
export const answerInquiry = async (net: Network, { kind, ask }: Inquiry, breath: Breath): Promise<unknown> =>
  kindOf(kind).answer(net, ask, breath, () => undefined);
