'use client';
/** A link by which outsiders explore the figure as it is now. */
import { ShareLink } from '@/ui/kit/share-link';
import { useFigure, useFigureSession } from './context';
import type { Wishes } from './takes';

export function Share({ columns }: Pick<Wishes, 'columns'>) {
  const study = useFigure((state) => state.study);
  const id = useFigure((state) => state.id);
  const name = useFigure((state) => state.name);
  const drawn = useFigure((state) => state.drawn !== undefined);
  const session = useFigureSession();
  if (study.role === 'reader') return null;
  return (
    <ShareLink
      to={`/api/studies/${study.id}/figures/${id}/links`}
      says="explores the figure as it is now, with the columns chosen above"
      ready={drawn}
      page={async (records) => {
        const wishes = { fonts: true, ...(columns ? { columns } : {}), ...(records ? { records } : {}) };
        return (await session.current?.take({ kind: 'format', key: 'html', name, wishes }))?.blob;
      }}
    />
  );
}
