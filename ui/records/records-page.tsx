'use client';
import { Redo2, Undo2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { author } from '@/ui/kit/author';
import { toast } from '@/ui/kit/toast';
import type { NamesList } from '@/core/names';
import type { FeedHead } from '@/server/feeds';
import type { PracticeFile } from '@/server/practice';
import type { Role } from '@/server/db';
import type { TableHead } from '@/server/tables';
import { stepTable, undoIntake } from '@/server/actions';
import { IconButton, counted, sentence } from '@/ui/kit';
import { savedWords } from '@/ui/kit/saved-words';
import { warnOnLeaving } from '@/ui/kit/stay';
import { useNews } from '@/ui/together/use-news';
import { sendKept } from './queues';
import { Rights } from '@/ui/kit/rights';
import { TopBar } from '@/ui/kit/top-bar';
import { StudyPlaces } from '@/ui/together/study-places';
import { DraftPane } from './draft-pane';
import { LeftPanel, type Shown } from './left-panel';
import { PastePlace } from './paste-place';
import { type Steps, TablePane } from './table-pane';
import { typeIn } from './type-in';
import { TakeTables } from './take-tables';
import { useDesk } from './use-desk';
import { useDrafts } from './use-drafts';

/** The study's tables, and files that are coming in. */
export function RecordsPage({
  study,
  tables,
  names,
  practice,
  feeds,
  first,
}: {
  study: { id: string; name: string; role?: Role };
  tables: TableHead[];
  names: readonly NamesList[];
  practice: readonly PracticeFile[];
  feeds: readonly FeedHead[];
  /** The key of the table that is open at first. */
  first?: unknown;
}) {
  const router = useRouter();
  const desk = useDesk();
  const drafts = useDrafts(study.id, tables, names, desk);
  const [shown, setShown] = useState<Shown>(() => {
    const opened = tables.find(({ key }) => key === first) ?? tables[0];
    return opened && { kind: 'table', key: opened.key };
  });
  const [below, setBelow] = useState<string>();
  const [pasting, setPasting] = useState(false);
  const [over, setOver] = useState(false);
  const [steps, setSteps] = useState<Steps>();

  const show = useCallback((next: Shown) => {
    setPasting(false);
    setShown(next);
  }, []);
  const bringIn = async (files: File[]): Promise<void> => {
    setPasting(false);
    const id = await drafts.bringIn(files);
    if (id !== undefined) setShown({ kind: 'draft', id });
  };
  const practise = async (name: string): Promise<void> => {
    try {
      const answer = await fetch(`/api/practice/${encodeURIComponent(name)}`);
      if (!answer.ok) throw new Error(name);
      await bringIn([new File([await answer.blob()], name)]);
    } catch (error) {
      toast.error(sentence(error));
    }
  };
  const type = async (what: 'table' | 'network'): Promise<void> => {
    try {
      const made = await typeIn(study.id, what);
      router.refresh();
      setBelow(made.ties);
      show({ kind: 'table', key: made.table });
    } catch (error) {
      toast.error(sentence(error));
    }
  };

  // A draft that was read anew has another id: the last of its kind is shown.
  const draft =
    shown?.kind === 'draft' ? (drafts.drafts.find(({ id }) => id === shown.id) ?? drafts.drafts.at(-1)) : undefined;
  const table = draft
    ? undefined
    : (tables.find((one) => shown?.kind === 'table' && one.key === shown.key) ??
      (shown?.kind === 'table' ? undefined : tables[0]));

  // A table that was there and is deleted, here or elsewhere, makes room for the first of those that are left.
  const before = useRef(tables);
  useEffect(() => {
    const gone =
      shown?.kind === 'table' &&
      !tables.some(({ key }) => key === shown.key) &&
      before.current.some(({ key }) => key === shown.key);
    before.current = tables;
    if (gone) setShown(tables[0] ? { kind: 'table', key: tables[0].key } : undefined);
  }, [tables, shown]);
  useEffect(() => sendKept(study.id, tables), [study.id, tables]);
  const waiting = steps?.waiting ?? 0;
  useNews(study.id, tables, names, waiting > 0);
  useEffect(
    () => (waiting ? warnOnLeaving(`${counted(waiting, 'change')} not saved yet.`, 'page') : undefined),
    [waiting],
  );

  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      if (event.defaultPrevented) return;
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || !steps) return;
      if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
      event.preventDefault();
      if (event.shiftKey) steps.redo();
      else steps.undo();
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [steps]);

  return (
    <Rights role={study.role}>
      <div
        className="flex h-dvh flex-col overflow-hidden"
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={(event) => event.currentTarget === event.target && setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          if (study.role !== 'reader') void bringIn([...event.dataTransfer.files]);
        }}
      >
        <TopBar>
          <StudyPlaces study={study} here="records" />
          <IconButton name="Undo" keys="Ctrl Z" disabled={!steps} onClick={() => steps?.undo()}>
            <Undo2 size={16} aria-hidden />
          </IconButton>
          <IconButton name="Redo" keys="Shift Ctrl Z" disabled={!steps} onClick={() => steps?.redo()}>
            <Redo2 size={16} aria-hidden />
          </IconButton>
          <span className={steps?.away ? 'text-danger' : 'min-w-14 text-quiet'} role="status">
            {savedWords(steps)}
          </span>
        </TopBar>
        <div className="flex min-h-0 grow">
          <LeftPanel
            study={study.id}
            tables={tables}
            drafts={drafts.drafts}
            readings={drafts.readings}
            practice={practice}
            feeds={feeds}
            shown={draft ? { kind: 'draft', id: draft.id } : table ? { kind: 'table', key: table.key } : undefined}
            over={over}
            onShow={show}
            onFiles={(files) => void bringIn(files)}
            onDismiss={drafts.dismiss}
            onPaste={() => setPasting(true)}
            onType={(what) => void type(what)}
            onPractice={(name) => void practise(name)}
            away={<TakeTables study={study} tables={tables} shown={draft ? undefined : table} desk={desk} />}
          />
          {pasting ? (
            <PastePlace
              onClose={() => setPasting(false)}
              onPaste={(text) => void bringIn([new File([text], 'pasted cells')])}
            />
          ) : draft ? (
            <DraftPane
              key={draft.id}
              draft={draft}
              drafts={drafts}
              onPutAway={() => {
                drafts.putAway(draft.id);
                const next = drafts.drafts.find(({ id }) => id !== draft.id);
                show(
                  next ? { kind: 'draft', id: next.id } : tables[0] ? { kind: 'table', key: tables[0].key } : undefined,
                );
              }}
              onStored={(key) => {
                const { into } = draft.remedies;
                toast(`“${draft.remedies.name}” stored.`, {
                  action: {
                    label: 'Undo',
                    onClick: () =>
                      void (into ? stepTable(study.id, key, 'undo', author()) : undoIntake(study.id, key)).then(
                        (answer) => {
                          if (answer.ok) toast('Taken back, with the names and records it had made.');
                          else toast.error(answer.fault);
                          router.refresh();
                        },
                      ),
                  },
                });
                drafts.putAway(draft.id);
                router.refresh();
                show({ kind: 'table', key });
              }}
            />
          ) : table ? (
            <TablePane
              study={study.id}
              table={table}
              tables={tables}
              names={names}
              below={below}
              onBelow={setBelow}
              onSteps={setSteps}
            />
          ) : (
            <div className="m-auto max-w-sm p-8 text-center">
              <h2 className="font-serif text-lg font-semibold">{tables.length ? 'Reading …' : 'No records yet'}</h2>
              {!tables.length && (
                <p className="mt-1 text-quiet">
                  Drop a file with ties, or two: one that describes the nodes and one with the ties between them. You
                  see how they are read before anything is stored. Or paste cells, type a small network in, or take a
                  practice file.
                </p>
              )}
            </div>
          )}
        </div>
      </div>
    </Rights>
  );
}
