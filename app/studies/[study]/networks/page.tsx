import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { listNetworks } from '@/server/networks';
import { listTables } from '@/server/tables';
import { NetworksPage } from '@/ui/studies/networks-page';
import { ServerState } from '@/ui/kit/server-state';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Networks · Nunatak' };

export default async function Networks({
  params,
  searchParams,
}: {
  params: Promise<{ study: string }>;
  searchParams: Promise<{ new?: string | string[] }>;
}) {
  const shown = await orNotFound(async () => {
    const study = await studyFor((await params).study, 'read');
    const tables = await listTables(study.id);
    return { study, tables: tables.length, networks: await listNetworks(study.id) };
  });
  const { new: asked } = await searchParams;
  return (
    <ServerState>
      <NetworksPage {...shown} asked={typeof asked === 'string' ? asked : undefined} />
    </ServerState>
  );
}
