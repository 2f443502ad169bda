'use client';
/** Files that are coming in, each with what was decided about it. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from '@/ui/kit/toast';
import { type Remedies, remediesSchema } from '@/core/intake';
import type { ReadSettings } from '@/core/formats/read';
import type { NamesList } from '@/core/names';
import type { Distribution } from '@/core/tables';
import type { TableHead } from '@/server/tables';
import { counted, sentence } from '@/ui/kit';
import { type DraftPreview, hearing } from '@/worker/client';
import { type KeptDraft, keepDrafts, keptDrafts } from './drafts-store';
import type { Desk } from './use-desk';

/** At most this much is read in one file. */
const largestFile = 512 * 1024 * 1024;

/** Files that are being read for the first time. */
export interface Reading {
  id: string;
  name: string;
  share: number;
  faults: string[];
}

export interface PreparedDraft {
  id: string;
  preview: DraftPreview;
  distributions: Distribution[];
}

export function useDrafts(study: string, tables: TableHead[], names: readonly NamesList[], desk: Desk) {
  const [drafts, setDrafts] = useState<KeptDraft[]>([]);
  const [readings, setReadings] = useState<Reading[]>([]);
  const [loaded, setLoaded] = useState(false);
  const told = useRef(false);
  const next = (): string => `d-${crypto.randomUUID()}`;

  useEffect(() => {
    let gone = false;
    void keptDrafts(study).then((kept) => {
      if (gone) return;
      setDrafts((now) => [...kept, ...now]);
      setLoaded(true);
    });
    return () => {
      gone = true;
    };
  }, [study]);
  useEffect(() => {
    if (!loaded) return undefined;
    const timer = setTimeout(
      () =>
        void keepDrafts(study, drafts).then((kept) => {
          if (kept || told.current) return;
          told.current = true;
          toast('This browser cannot keep what is coming in: store it before you leave the page.');
        }),
      200,
    );
    return () => clearTimeout(timer);
  }, [study, drafts, loaded]);

  const change = useCallback((id: string, work: (draft: KeptDraft) => KeptDraft) => {
    setDrafts((all) => all.map((draft) => (draft.id === id ? work(draft) : draft)));
  }, []);
  const decide = useCallback(
    (id: string, remedies: Partial<Remedies>) =>
      change(id, (draft) => ({ ...draft, remedies: { ...draft.remedies, ...remedies } })),
    [change],
  );

  /** Reads files; resolves to the first draft that came of them. */
  const bringIn = useCallback(
    async (files: File[]): Promise<string | undefined> => {
      const fitting = files.filter((file) => {
        if (file.size > largestFile) toast.error(`“${file.name}” is over 512 MB. Split it, and bring in the parts.`);
        return file.size <= largestFile;
      });
      if (!fitting.length) return undefined;
      const id = next();
      const name = fitting.length === 1 ? fitting[0].name : counted(fitting.length, 'file');
      setReadings((all) => [...all, { id, name, share: 0, faults: [] }]);
      const placed = (file: string): string => (fitting.length === 1 ? file : `${file}, one of ${fitting.length}`);
      const update = (work: Partial<Reading>): void =>
        setReadings((all) => all.map((one) => (one.id === id ? { ...one, ...work } : one)));
      const end = (): void => setReadings((all) => all.filter((one) => one.id !== id));
      try {
        const { found, faults } = await hearing(
          (share: number, file: string) => update({ share, name: placed(file) }),
          (heard) => desk().survey(id, fitting, {}, heard),
        );
        const fresh = found.map(({ sources, name: called }): KeptDraft => ({
          id: next(),
          sources,
          settings: {},
          remedies: remediesSchema.parse({ name: called }),
        }));
        setDrafts((all) => [...all, ...fresh]);
        if (faults.length) update({ faults, share: 1 });
        else end();
        return fresh[0]?.id;
      } catch (error) {
        update({ faults: [sentence(error)], share: 1 });
        return undefined;
      }
    },
    [desk],
  );

  /** Stops the file that is being read; those behind it go on. What has ended is put out of sight. */
  const dismiss = useCallback(
    (id: string) => {
      const ended = readings.some((one) => one.id === id && one.faults.length);
      if (!ended) void desk().stop(id);
      else setReadings((all) => all.filter((one) => one.id !== id));
    },
    [desk, readings],
  );
  const putAway = useCallback(
    (id: string) => {
      void desk().forget(id);
      setDrafts((all) => all.filter((draft) => draft.id !== id));
    },
    [desk],
  );

  /** Reads the file anew: another delimiter, with or without a header. */
  const reread = useCallback(
    (id: string, settings: ReadSettings) => {
      void desk().forget(id);
      change(id, (draft) => ({
        ...draft,
        id: next(),
        settings: { ...draft.settings, ...settings },
        remedies: { ...draft.remedies, columns: undefined, identity: undefined },
      }));
    },
    [change, desk],
  );

  /** Each source of a draft as one of its own. */
  const part = useCallback((id: string) => {
    setDrafts((all) =>
      all.flatMap((draft) =>
        draft.id === id
          ? draft.sources.map((source) => ({
              ...draft,
              id: next(),
              sources: [source],
              remedies: remediesSchema.parse({ name: source.part || source.file.name.replace(/\.[^.]*$/, '') }),
            }))
          : [draft],
      ),
    );
  }, []);

  return { drafts, readings, loaded, bringIn, dismiss, putAway, decide, reread, part, study, tables, names, desk };
}

export type Drafts = ReturnType<typeof useDrafts>;

/** A draft read and prepared; follows its remedies. What was prepared last stays until the next is ready. */
export function usePrepared(draft: KeptDraft | undefined, { desk, study, tables, names }: Drafts) {
  const [prepared, setPrepared] = useState<PreparedDraft>();
  const [share, setShare] = useState<number>();
  const [fault, setFault] = useState<string>();
  const [turn, setTurn] = useState(0);
  const id = draft?.id;
  const remedies = draft?.remedies;
  const versions =
    tables.map(({ key, version }) => `${key} ${version}`).join() + names.map(({ version }) => version).join();
  useEffect(() => {
    if (!draft || !remedies) return undefined;
    let stale = false;
    const work = async (): Promise<void> => {
      setShare(0);
      await hearing(
        (done: number) => {
          if (!stale) setShare(done);
        },
        (heard) => desk().openDraft(draft.id, draft.sources, draft.settings, heard),
      );
      if (stale) return;
      const done = await desk().prepare(draft.id, remedies, { study, tables, names });
      if (stale) return;
      setPrepared({ id: draft.id, ...done });
      setTurn((count) => count + 1);
      setFault(undefined);
      setShare(undefined);
    };
    work().catch((error: unknown) => {
      if (stale) return;
      setFault(sentence(error));
      setShare(undefined);
    });
    return () => {
      stale = true;
    };
    // The draft object changes with its remedies; tables and names with their versions.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [desk, study, id, remedies, versions]);
  return { prepared: prepared && prepared.id === id ? prepared : undefined, share, fault, turn };
}
