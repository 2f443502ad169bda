import type { Metadata } from 'next';
import { Fault } from '@/core/fault';
import { NotFound, studyFor } from '@/server/access';
import { listFigures, openFigure } from '@/server/figures';
import { networkTrails } from '@/server/networks';
import { openNames } from '@/server/names';
import { listShortlists } from '@/server/shortlists';
import { listTables } from '@/server/tables';
import { Unreadable } from '@/ui/shell/unreadable';
import { FigurePage } from '@/ui/figures/figure-page';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Figure · Nunatak' };

export default async function Figure({ params }: { params: Promise<{ study: string; figure: string }> }) {
  const { study: studyId, figure: figureId } = await params;
  const start = await orNotFound(async () => {
    const study = await studyFor(studyId, 'read');
    const figure = await openFigure(studyId, figureId).catch((error: unknown) => {
      if (error instanceof Fault && !(error instanceof NotFound)) return { fault: error.message };
      throw error;
    });
    if ('fault' in figure) return figure;
    const [figures, networks, tables, names, shortlists] = await Promise.all([
      listFigures(studyId),
      networkTrails(studyId),
      listTables(studyId),
      openNames(studyId),
      listShortlists(studyId),
    ]);
    return {
      study,
      figure,
      others: figures.map(({ id, name }) => ({ id, name })),
      networks,
      tables,
      names,
      shortlists,
    };
  });
  if ('fault' in start) return <Unreadable study={studyId} fault={start.fault} what="figure" />;
  return <FigurePage key={start.figure.id} start={start} />;
}
