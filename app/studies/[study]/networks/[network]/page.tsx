import type { Metadata } from 'next';
import { Suspense } from 'react';
import { Fault } from '@/core/fault';
import { NotFound, studyFor } from '@/server/access';
import { networkTrails, openNetwork } from '@/server/networks';
import { openNames } from '@/server/names';
import { listShortlists } from '@/server/shortlists';
import { listTables } from '@/server/tables';
import { GroundworkOfStyle } from '@/ui/shell/groundwork-style';
import { GroundworkOfTrail } from '@/ui/shell/groundwork-trail';
import { Unreadable } from '@/ui/shell/unreadable';
import { WorkbenchPage } from '@/ui/shell/workbench';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Network · Nunatak' };

export default async function NetworkPage({ params }: { params: Promise<{ study: string; network: string }> }) {
  const { study: studyId, network: networkId } = await params;
  const start = await orNotFound(async () => {
    const study = await studyFor(studyId, 'read');
    const opened = await openNetwork(studyId, networkId).catch(unreadable);
    if ('fault' in opened) return opened;
    const [networks, tables, names, shortlists] = await Promise.all([
      networkTrails(studyId),
      listTables(studyId),
      openNames(studyId),
      listShortlists(studyId),
    ]);
    const { trail, ...network } = opened;
    return { study, network, networks, tables, names, shortlists, trail };
  });
  if ('fault' in start) return <Unreadable study={studyId} fault={start.fault} />;
  return (
    <>
      <GroundworkOfStyle />
      <Suspense>
        <GroundworkOfTrail />
        <Suspense>
          <WorkbenchPage key={start.network.id} start={start} />
        </Suspense>
      </Suspense>
    </>
  );
}

/** A trail that cannot be read is told; what is not there, and what breaks, is told elsewhere. */
function unreadable(error: unknown): { fault: string } {
  if (error instanceof Fault && !(error instanceof NotFound)) return { fault: error.message };
  throw error;
}
