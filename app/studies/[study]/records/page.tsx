import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { listFeeds } from '@/server/feeds';
import { openNames } from '@/server/names';
import { practiceFiles } from '@/server/practice';
import { listTables } from '@/server/tables';
import { RecordsPage } from '@/ui/records/records-page';
import { ServerState } from '@/ui/kit/server-state';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Records · Nunatak' };

export default async function Records({
  params,
  searchParams,
}: {
  params: Promise<{ study: string }>;
  /** `table`: the key of the one that is open at first. */
  searchParams: Promise<{ table?: string | string[] }>;
}) {
  const shown = await orNotFound(async () => {
    const study = await studyFor((await params).study, 'read');
    const [tables, names, feeds] = await Promise.all([listTables(study.id), openNames(study.id), listFeeds(study.id)]);
    return { study, tables, names, feeds, practice: practiceFiles(), first: (await searchParams).table };
  });
  return (
    <ServerState>
      <RecordsPage {...shown} />
    </ServerState>
  );
}
