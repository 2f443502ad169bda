import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { networkTrails, openNetwork } from '@/server/networks';
import { openNames } from '@/server/names';
import { listShortlists } from '@/server/shortlists';
import { listTables } from '@/server/tables';
import { WorkbenchPage } from '@/ui/shell/workbench';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Network · Nunatak' };

export default async function NetworkPage({ params }: { params: Promise<{ study: string; network: string }> }) {
  const { study: studyId, network: networkId } = await params;
  const start = await orNotFound(async () => {
    const study = await studyFor(studyId, 'read');
    const [{ trail, ...network }, networks, tables, names, shortlists] = await Promise.all([
      openNetwork(studyId, networkId),
      networkTrails(studyId),
      listTables(studyId),
      openNames(studyId),
      listShortlists(studyId),
    ]);
    return { study, network, networks, tables, names, shortlists, trail };
  });
  return <WorkbenchPage key={start.network.id} start={start} />;
}
