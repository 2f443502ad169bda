/** What these tests share. */
import { type Named, suggestions } from '.';

export const found = async (forms: Named[], rejected: string[] = []): Promise<string[]> =>
  (await suggestions(forms, new Set(rejected))).map(({ from, to, reason }) => `${reason}: ${from} → ${to}`);
