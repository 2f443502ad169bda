'use client';
/** What the Records page knows: the table or draft in view, and drafts of files that came in. */
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { ColumnType, Distribution } from '@/core/tables';
import type { FaultyRule } from '@/core/formats';
import type { TableHead } from '@/server/tables';
import { sentence } from '@/ui/kit';
import { type FilePreview, type Started, heardShare, startTableWorker } from '@/worker/client';
import type { TableDesk } from '@/worker/table-desk';
import { storeFile } from './store-file';

export interface Draft {
  id: string;
  file: File;
  name: string;
  share: number;
  preview?: FilePreview;
  types: ColumnType[];
  faulty: FaultyRule;
  fault?: string;
  /** While it is being stored: the share sent, and how to stop. */
  storing?: { share: number; stop: () => void };
}

export type Shown = { kind: 'table'; key: string } | { kind: 'draft'; id: string } | undefined;

/** What the grid reads from: changes when other rows are laid on the desk. */
export interface Laid {
  id: number;
  columns: { name: string; type: ColumnType }[];
  distributions: Distribution[];
  rows: number;
}

/** At most as the server takes it. */
const largestFile = 256 * 1024 * 1024;

export function useRecords(study: string, tables: TableHead[]) {
  const router = useRouter();
  const worker = useRef<Started<TableDesk> | undefined>(undefined);
  const [drafts, setDrafts] = useState<Draft[]>([]);
  const [shown, setShown] = useState<Shown>(tables[0] ? { kind: 'table', key: tables[0].key } : undefined);
  const [laid, setLaid] = useState<Laid>();
  const [fault, setFault] = useState<string>();
  const laidCount = useRef(0);
  const draftCount = useRef(0);

  const desk = useCallback(() => {
    worker.current ??= startTableWorker();
    return worker.current.service;
  }, []);
  useEffect(
    () => () => {
      worker.current?.end();
      worker.current = undefined;
    },
    [],
  );

  const change = useCallback((id: string, with_: Partial<Draft>) => {
    setDrafts((all) => all.map((draft) => (draft.id === id ? { ...draft, ...with_ } : draft)));
  }, []);

  const read = useCallback(
    async (draft: Draft) => {
      try {
        const progress = heardShare((share) => change(draft.id, { share }));
        const preview = await desk().preview(draft.id, draft.file, undefined, progress);
        change(draft.id, { preview, types: preview.columns.map(({ type }) => type), share: 1 });
      } catch (error) {
        change(draft.id, { fault: sentence(error), share: 1 });
      }
    },
    [change, desk],
  );

  const bringIn = useCallback(
    (files: File[]) => {
      const fresh = files.map((file): Draft => ({
        id: `d${++draftCount.current}`,
        file,
        name: file.name.replace(/\.[^.]*$/, '') || file.name,
        share: 0,
        types: [],
        faulty: 'aside',
        fault:
          file.size > largestFile
            ? `“${file.name}” is over 256 MB. Split it, or leave columns out, and bring it in again.`
            : undefined,
      }));
      setDrafts((all) => [...all, ...fresh]);
      if (fresh[0]) setShown({ kind: 'draft', id: fresh[0].id });
      void (async () => {
        for (const draft of fresh) if (!draft.fault) await read(draft);
      })();
    },
    [read],
  );

  const putAway = useCallback(
    (id: string) => {
      void desk().forget(id);
      setDrafts((all) => all.filter((draft) => draft.id !== id));
      setShown((now) => {
        if (now?.kind !== 'draft' || now.id !== id) return now;
        const next = drafts.find((draft) => draft.id !== id);
        if (next) return { kind: 'draft', id: next.id };
        return tables[0] ? { kind: 'table', key: tables[0].key } : undefined;
      });
    },
    [desk, drafts, tables],
  );

  const store = useCallback(
    async (draft: Draft) => {
      if (!draft.preview) return;
      const columns = draft.preview.columns.map(({ name }, c) => ({ name, type: draft.types[c] }));
      const request = {
        name: draft.name,
        file: draft.file.name,
        columns,
        faulty: draft.faulty,
        delimiter: draft.preview.found.delimiter,
      };
      const job = storeFile(study, request, draft.file, (share) =>
        change(draft.id, { storing: { share, stop: job.stop } }),
      );
      change(draft.id, { storing: { share: 0, stop: job.stop }, fault: undefined });
      try {
        const stored = await job.done;
        putAway(draft.id);
        router.refresh();
        setShown({ kind: 'table', key: stored.key });
        toast(`“${draft.name}” stored.`);
      } catch (error) {
        change(draft.id, { storing: undefined, fault: sentence(error) });
      }
    },
    [change, putAway, router, study],
  );

  const draft = shown?.kind === 'draft' ? drafts.find(({ id }) => id === shown.id) : undefined;
  const table = shown?.kind === 'table' ? tables.find(({ key }) => key === shown.key) : undefined;
  const types = draft?.types.join() ?? table?.columns.map(({ type }) => type).join() ?? '';

  // Lays what is shown on the desk, and again when its types change.
  useEffect(() => {
    let stale = false;
    const lay = async (): Promise<void> => {
      const service = desk();
      if (draft?.preview && draft.types.length) {
        const columns = draft.preview.columns.map(({ name }, c) => ({ name, type: draft.types[c] }));
        const distributions = await service.shape(draft.id, columns);
        const rows = await service.view({});
        if (!stale) setLaid({ id: ++laidCount.current, columns, distributions, rows });
      } else if (table) {
        const distributions = await service.open(study, table.key, table.version);
        const rows = await service.view({});
        if (!stale) setLaid({ id: ++laidCount.current, columns: table.columns, distributions, rows });
      }
    };
    setLaid(undefined);
    setFault(undefined);
    lay().catch((error: unknown) => !stale && setFault(sentence(error)));
    return () => {
      stale = true;
    };
    // The draft and table objects change with every progress; what is laid depends on these alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [desk, study, draft?.id, draft?.preview, table?.key, table?.version, types]);

  return useMemo(
    () => ({ drafts, draft, table, laid, fault, desk, bringIn, putAway, store, change, show: setShown }),
    [drafts, draft, table, laid, fault, desk, bringIn, putAway, store, change],
  );
}

export type Records = ReturnType<typeof useRecords>;
