import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { NotFound, studyFor } from '@/server/access';
import { listTables } from '@/server/tables';
import { RecordsPage } from '@/ui/records/records-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Records · Nunatak' };

export default async function Records({ params }: { params: Promise<{ study: string }> }) {
  try {
    const study = await studyFor((await params).study, 'read');
    return <RecordsPage study={study} tables={await listTables(study.id)} />;
  } catch (error) {
    if (error instanceof NotFound) notFound();
    throw error;
  }
}
