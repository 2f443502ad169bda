'use client';
/** A link by which outsiders read the network as it is now: its map, its columns, its ties. */
import { ShareLink } from '@/ui/kit/share-link';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

export function TakeAwayLink({ disabled }: { disabled: boolean }) {
  const study = useWorkbench((state) => state.study);
  const network = useWorkbench((state) => state.network);
  const store = useWorkbenchStore();
  if (study.role === 'reader') return null;
  return (
    <ShareLink
      to={`/api/studies/${study.id}/networks/${network.id}/links`}
      says="reads the network as it is now, with all of its columns"
      ready={!disabled}
      page={async (records) => {
        const [{ firstFigure }, { startFigureWorker }] = await Promise.all([
          import('@/core/figure/plan'),
          import('@/worker/client'),
        ]);
        const { tables, names, shortlists, networks, trail } = store.getState();
        const { id, name, version, layout } = store.getState().network;
        const { service, end } = startFigureWorker();
        try {
          const others = networks.filter((one) => one.id !== id).map((one) => ({ ...one, version: 0, layout: null }));
          await service.open({
            ...{ study: study.id, figure: '', tables, names, shortlists },
            networks: [{ id, name, version, layout, trail }, ...others],
          });
          const wishes = { fonts: true, ...(records ? { records } : {}) };
          return (await service.take(firstFigure({ id, name }), { kind: 'format', key: 'html', name, wishes }))?.blob;
        } finally {
          end();
        }
      }}
    />
  );
}
