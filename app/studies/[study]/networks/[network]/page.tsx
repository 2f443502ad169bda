import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { NotFound, studyFor } from '@/server/access';
import { listNetworks, openNetwork } from '@/server/networks';
import { listTables } from '@/server/tables';
import { WorkbenchPage } from '@/ui/shell/workbench';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Network · Nunatak' };

export default async function NetworkPage({ params }: { params: Promise<{ study: string; network: string }> }) {
  const { study: studyId, network: networkId } = await params;
  try {
    const study = await studyFor(studyId, 'read');
    const [{ trail, ...network }, networks, tables] = await Promise.all([
      openNetwork(studyId, networkId),
      listNetworks(studyId),
      listTables(studyId),
    ]);
    const others = networks.map(({ id, name }) => ({ id, name }));
    return <WorkbenchPage key={network.id} start={{ study, network, networks: others, tables, trail }} />;
  } catch (error) {
    if (error instanceof NotFound) notFound();
    throw error;
  }
}
