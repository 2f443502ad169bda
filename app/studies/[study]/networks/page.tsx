import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { NotFound, studyFor } from '@/server/access';
import { listNetworks } from '@/server/networks';
import { listTables } from '@/server/tables';
import { NetworksPage } from '@/ui/studies/networks-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Networks · Nunatak' };

export default async function Networks({ params }: { params: Promise<{ study: string }> }) {
  try {
    const study = await studyFor((await params).study, 'read');
    const tables = await listTables(study.id);
    return <NetworksPage study={study} networks={await listNetworks(study.id)} tables={tables.length} />;
  } catch (error) {
    if (error instanceof NotFound) notFound();
    throw error;
  }
}
