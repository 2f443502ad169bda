import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { listFigures } from '@/server/figures';
import { listNetworks } from '@/server/networks';
import { FiguresPage } from '@/ui/figures/figures-page';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Figures · Nunatak' };

export default async function Figures({ params }: { params: Promise<{ study: string }> }) {
  const shown = await orNotFound(async () => {
    const study = await studyFor((await params).study, 'read');
    const [figures, networks] = await Promise.all([listFigures(study.id), listNetworks(study.id)]);
    return { study, figures, networks: networks.map(({ id, name }) => ({ id, name })) };
  });
  return <FiguresPage {...shown} />;
}
