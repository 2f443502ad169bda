import type { Seen } from '@/server/db';

/** A folder's path as it is read. */
export const folderWords = (folder: string): string => folder.split('/').join(' / ');

/** Who sees a thing, in words. */
export function seenWords(
  {
    seen,
    mine,
    owner,
    teams,
    link,
  }: { seen: Seen; mine: boolean; owner: { name: string } | null; teams: readonly string[]; link?: boolean },
  named: readonly { id: string; name: string }[],
): string {
  const whose = owner ? (mine ? 'only me' : `only ${owner.name}`) : 'only owners of the study';
  const names = teams.flatMap((id) => named.find((one) => one.id === id)?.name ?? []);
  const words = seen === 'everybody' ? 'everybody' : seen === 'teams' && names.length ? names.join(', ') : whose;
  return link ? `${words} and a link` : words;
}
