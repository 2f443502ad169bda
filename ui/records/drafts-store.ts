/** Drafts outlive the page: files and what was decided about them are kept in the browser until they are stored or put away. */
import { createStore, get, set } from 'idb-keyval';
import * as z from 'zod';
import { type Remedies, remediesSchema } from '@/core/intake';
import type { ReadSettings } from '@/core/formats/read';
import type { DraftSource } from '@/worker/client';

export interface KeptDraft {
  id: string;
  sources: DraftSource[];
  settings: ReadSettings;
  remedies: Remedies;
}

const keptSchema = z.array(
  z.object({
    id: z.string(),
    sources: z.array(z.object({ file: z.instanceof(Blob), part: z.string() })).min(1),
    settings: z.object({
      delimiter: z.string().optional(),
      encoding: z.enum(['utf-8', 'utf-16le', 'utf-16be', 'windows-1252']).optional(),
      header: z.boolean().optional(),
    }),
    remedies: remediesSchema,
  }),
);

const store = () => createStore('nunatak-drafts', 'drafts');

/** The study's drafts; none where the browser keeps nothing, or something else. */
export async function keptDrafts(study: string): Promise<KeptDraft[]> {
  try {
    const kept = keptSchema.safeParse((await get<unknown>(study, store())) ?? []);
    return kept.success ? (kept.data as KeptDraft[]) : [];
  } catch {
    return [];
  }
}

/** Keeps the drafts. A browser that keeps nothing (a private window) loses them with the page, and nothing else. */
export async function keepDrafts(study: string, drafts: readonly KeptDraft[]): Promise<void> {
  await set(study, drafts, store()).catch(() => undefined);
}
