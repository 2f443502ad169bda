import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { listNetworks, openNetwork } from '@/server/networks';
import { openNames } from '@/server/names';
import { listTables } from '@/server/tables';
import { WorkbenchPage } from '@/ui/shell/workbench';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Network · Nunatak' };

export default async function NetworkPage({ params }: { params: Promise<{ study: string; network: string }> }) {
  const { study: studyId, network: networkId } = await params;
  const start = await orNotFound(async () => {
    const study = await studyFor(studyId, 'read');
    const [{ trail, ...network }, networks, tables, names] = await Promise.all([
      openNetwork(studyId, networkId),
      listNetworks(studyId),
      listTables(studyId),
      openNames(studyId),
    ]);
    return { study, network, networks: networks.map(({ id, name }) => ({ id, name })), tables, names, trail };
  });
  return <WorkbenchPage key={start.network.id} start={start} />;
}
