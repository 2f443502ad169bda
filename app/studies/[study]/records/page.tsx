import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { listTables } from '@/server/tables';
import { RecordsPage } from '@/ui/records/records-page';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Records · Nunatak' };

export default async function Records({ params }: { params: Promise<{ study: string }> }) {
  const shown = await orNotFound(async () => {
    const study = await studyFor((await params).study, 'read');
    return { study, tables: await listTables(study.id) };
  });
  return <RecordsPage {...shown} />;
}
