/** Drafts outlive the page: files and what was decided about them are kept in the browser until they are stored or put away. */
import { createStore, del, entries, set } from 'idb-keyval';
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

const keptSchema = z.object({
  id: z.string(),
  sources: z.array(z.object({ file: z.instanceof(Blob), part: z.string() })).min(1),
  settings: z.object({
    delimiter: z.string().optional(),
    encoding: z.enum(['utf-8', 'utf-16le', 'utf-16be', 'windows-1252']).optional(),
    header: z.boolean().optional(),
  }),
  remedies: remediesSchema,
});

const store = () => createStore('nunatak-drafts', 'drafts');

/** As this page last read or wrote them: what another page does to its own is left alone. */
const known = new Map<string, KeptDraft>();
const keyOf = (study: string, id: string): string => `${study} ${id}`;

/** The study's drafts, of every page, each under a key of its own; none where the browser keeps nothing, or something else. */
export async function keptDrafts(study: string): Promise<KeptDraft[]> {
  try {
    const all = await entries<string, unknown>(store());
    // Drafts of a study stood together under its id once.
    const former = all.flatMap(([key, value]) => (key === study && Array.isArray(value) ? (value as unknown[]) : []));
    const kept = [...former, ...all.filter(([key]) => key.startsWith(`${study} `)).map(([, value]) => value)].flatMap(
      (value) => {
        const parsed = keptSchema.safeParse(value);
        return parsed.success ? [parsed.data as KeptDraft] : [];
      },
    );
    for (const draft of kept) if (!former.length) known.set(keyOf(study, draft.id), draft);
    if (former.length) await del(study, store());
    return kept;
  } catch {
    return [];
  }
}

/** Keeps the drafts of this page; false where the browser keeps nothing (a private window) or has no room left. */
export async function keepDrafts(study: string, drafts: readonly KeptDraft[]): Promise<boolean> {
  const present = new Set(drafts.map(({ id }) => keyOf(study, id)));
  try {
    for (const draft of drafts) {
      const key = keyOf(study, draft.id);
      if (known.get(key) === draft) continue;
      await set(key, draft, store());
      known.set(key, draft);
    }
    for (const key of [...known.keys()].filter((one) => one.startsWith(`${study} `) && !present.has(one))) {
      await del(key, store());
      known.delete(key);
    }
    return true;
  } catch {
    return false;
  }
}
