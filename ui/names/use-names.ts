'use client';
/** What the Names page knows: the list in view, its forms and suggestions, and how it is changed. */
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { author } from '@/ui/kit/author';
import { toast } from '@/ui/kit/toast';
import { type ColumnRef, type Entries, type NamesList, type Suggestion, pairKey } from '@/core/names';
import { changeNames, openNames, stepNames } from '@/server/actions';
import type { TableHead } from '@/server/tables';
import { sentence } from '@/ui/kit';
import { notReached } from '@/ui/kit/not-reached';
import { untilHeard } from '@/ui/kit/until-heard';
import { type NamesDesk, type NamesView, type Started, hearing, startNamesWorker } from '@/worker/client';
import { own } from '@/core/own';
import { warnOnLeaving } from '@/ui/kit/stay';
import { useNews } from '@/ui/together/use-news';

export type OpenList = NamesList & { id: string };

const emptyView: NamesView = { forms: [], dropped: [], before: [] };

export function useNames(study: string, tables: TableHead[], given: readonly OpenList[], first?: unknown) {
  const router = useRouter();
  const [lists, setLists] = useState(given);
  const [chosen, setChosen] = useState((given.find(({ id }) => id === first) ?? given[0])?.id);
  const [view, setView] = useState<NamesView>(emptyView);
  const [suggested, setSuggested] = useState<Suggestion[]>([]);
  const [searching, setSearching] = useState<number>();
  const [fault, setFault] = useState<string>();
  const [saving, setSaving] = useState(0);
  const [away, setAway] = useState(false);
  /** What lies on the desk: the list, and how often it was laid there. */
  const [opened, setOpened] = useState<{ id: string; turn: number }>();
  const worker = useRef<Started<NamesDesk> | undefined>(undefined);
  const versions = useRef(new Map<string, number>());
  const queue = useRef<Promise<void>>(Promise.resolve());

  useEffect(() => (saving ? warnOnLeaving('Names are being saved.', 'page') : undefined), [saving]);
  // The server's word counts when the page is fetched anew.
  // What is being saved here is ahead of it.
  const busy = saving > 0;
  useEffect(() => {
    if (!busy)
      setLists((mine) =>
        given.map((one) =>
          one.version < (versions.current.get(one.id) ?? 0) ? (mine.find(({ id }) => id === one.id) ?? one) : one,
        ),
      );
    // eslint-disable-next-line react-hooks/exhaustive-deps -- when it has been saved the page is fetched anew
  }, [given]);
  useNews(study, tables, lists, busy);
  useEffect(() => {
    // Versions only grow: what was changed here may be ahead of what the page was given.
    for (const { id, version } of lists) versions.current.set(id, Math.max(version, versions.current.get(id) ?? 0));
  }, [lists]);
  const desk = useCallback(() => {
    worker.current ??= startNamesWorker();
    return worker.current.service;
  }, []);
  useEffect(
    () => () => {
      worker.current?.end();
      worker.current = undefined;
    },
    [],
  );

  const list = lists.find(({ id }) => id === chosen) ?? lists[0];
  const columns = list ? list.columns.map(({ table, column }) => `${table}.${column}`).join() : '';
  const tablesAt = tables.map(({ key, version }) => `${key} ${version}`).join();
  const listId = list?.id;
  const entries = list?.entries;
  const rejected = list?.rejected;

  useEffect(() => {
    if (!list) return undefined;
    let stale = false;
    setFault(undefined);
    setView(emptyView);
    setSuggested([]);
    desk()
      .open(study, tables, list.columns)
      .then(() => !stale && setOpened((last) => ({ id: list.id, turn: (last?.turn ?? 0) + 1 })))
      .catch((error: unknown) => !stale && setFault(sentence(error)));
    return () => {
      stale = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the list's columns and the tables' versions say what is opened
  }, [desk, study, list?.id, columns, tablesAt]);

  useEffect(() => {
    if (opened?.id !== listId || !entries || !rejected) return undefined;
    let stale = false;
    void desk()
      .view(entries)
      .then((next) => !stale && setView(next));
    const timer = setTimeout(() => {
      setSearching(0);
      void hearing(
        (share: number) => {
          if (!stale) setSearching(share);
        },
        (heard) => desk().suggest(entries, rejected, heard),
      ).then((found) => {
        if (stale || !found) return;
        setSuggested(found);
        setSearching(undefined);
      });
    }, 150);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [desk, opened, listId, entries, rejected]);

  const reload = useCallback(async () => {
    const answer = await openNames(study).catch(notReached);
    if (answer.ok) setLists(answer.value);
    router.refresh();
  }, [study, router]);

  /** Changes the list: at once on the page, then on the server, one change after the other. */
  const change = useCallback(
    (next: { entries?: Entries; reject?: { from: string; to: string }[]; columns?: ColumnRef[] }, what: string) => {
      if (!list) return;
      const { id } = list;
      const edit: Record<string, string | null> = {};
      const before = list.entries;
      const after = next.entries ?? before;
      for (const [value, form] of Object.entries(after))
        if (!Object.hasOwn(before, value) || own(before, value) !== form) edit[value] = form;
      for (const value of Object.keys(before)) if (!Object.hasOwn(after, value)) edit[value] = null;
      const reject = (next.reject ?? []).map(({ from, to }) => pairKey(from, to));
      if (!Object.keys(edit).length && !reject.length && !next.columns) return;
      setLists((all) =>
        all.map((one) =>
          one.id === id
            ? { ...one, entries: after, rejected: [...one.rejected, ...reject], columns: next.columns ?? one.columns }
            : one,
        ),
      );
      setSuggested((all) => all.filter(({ from, to }) => !reject.includes(pairKey(from, to)) && !(from in edit)));
      setSaving((count) => count + 1);
      const work = async (): Promise<void> => {
        const base = versions.current.get(id) ?? 0;
        const request = { entries: edit, reject, columns: next.columns, what };
        const answer = await untilHeard(() => changeNames(study, id, base, request, author()), setAway);
        setSaving((count) => count - 1);
        if (answer.ok) versions.current.set(id, answer.value.version);
        // What others joined meanwhile is shown with it.
        if (answer.ok && answer.value.others) await reload();
        if (!answer.ok) {
          toast.error(answer.fault);
          await reload();
        }
      };
      queue.current = queue.current.then(work, work);
    },
    [list, study, reload],
  );

  const step = useCallback(
    (direction: 'undo' | 'redo') => {
      if (!list) return;
      const { id } = list;
      const work = async (): Promise<void> => {
        const answer = await stepNames(study, id, direction, author()).catch(notReached);
        toast(answer.ok ? `${direction === 'undo' ? 'Undone' : 'Done again'}: ${answer.value.what}` : answer.fault);
        await reload();
      };
      queue.current = queue.current.then(work, work);
    },
    [list, study, reload],
  );

  return useMemo(
    () => ({
      lists,
      list,
      choose: setChosen,
      view,
      suggested,
      searching,
      fault,
      saving,
      away,
      change,
      step,
      reload,
    }),
    [lists, list, view, suggested, searching, fault, saving, away, change, step, reload],
  );
}

export type NamesState = ReturnType<typeof useNames>;
