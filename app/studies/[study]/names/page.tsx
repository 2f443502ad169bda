import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { openNames } from '@/server/names';
import { networksByColumn } from '@/server/networks/uses';
import { listTables } from '@/server/tables';
import { NamesPage } from '@/ui/names/names-page';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Names · Nunatak' };

export default async function Names({
  params,
  searchParams,
}: {
  params: Promise<{ study: string }>;
  /** `list`: the id of the one that is open at first. */
  searchParams: Promise<{ list?: string | string[] }>;
}) {
  const shown = await orNotFound(async () => {
    const study = await studyFor((await params).study, 'read');
    const [tables, lists, uses] = await Promise.all([
      listTables(study.id),
      openNames(study.id),
      networksByColumn(study.id),
    ]);
    return { study, tables, lists, uses, first: (await searchParams).list };
  });
  return <NamesPage {...shown} />;
}
