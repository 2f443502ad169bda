'use client';
/** A stored table on its desk: laid there, edited at once, and kept in step with the server. */
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { toast } from '@/ui/kit/toast';
import type { TableHead } from '@/server/tables';
import type { Edit } from '@/server/tables/edit';
import { counted, sentence } from '@/ui/kit';
import { type AddedRows, partsOf, placed, plain } from './edits';
import type { CellEdit, Change, Conflict, Outcome, Waiting } from './edit-queue';
import type { Laid } from './grid';
import { queueFor } from './queues';
import type { Desk } from './use-desk';
import type { Range } from './use-cells';

const atEnd = Number.MAX_SAFE_INTEGER;

export function useTable(study: string, table: TableHead, desk: Desk) {
  const router = useRouter();
  const queue = queueFor(study, table.key, table.version);
  const { waiting, away, share, kept } = useSyncExternalStore(queue.listen, queue.look, queue.look);
  const [laid, setLaid] = useState<Laid>();
  const [fault, setFault] = useState<string>();
  const [turn, setTurn] = useState(0);
  const [conflicts, setConflicts] = useState<Conflict[]>([]);
  /** Changes that were made and have no place in the queue yet. */
  const [begun, setBegun] = useState(0);
  /** Counts up where what lies on the desk is not what the server has. */
  const [stale, setStale] = useState(0);
  /** What lies on the desk; version −1 where it must be laid there anew. */
  const content = useRef({ key: '', version: -1 });
  const count = useRef(0);
  const added = useRef<AddedRows[]>([]);
  const laidDown = useRef<(() => void)[]>([]);
  /** Work that needs places in the table waits for changes that move them. */
  const ready = useRef<Promise<unknown>>(Promise.resolve());
  const stepped = useRef<{ done: string[]; direction: string; fault?: string }>({ done: [], direction: '' });
  const specs = table.columns;

  const spread = useCallback((changed: Partial<Record<number, Laid['distributions'][number]>>) => {
    setLaid((now) => now && { ...now, distributions: now.distributions.map((one, c) => changed[c] ?? one) });
    setTurn((now) => now + 1);
  }, []);

  const idle = waiting === 0;
  useEffect(() => {
    const { key, version } = content.current;
    const same = key === table.key;
    if (same && (table.version <= version || !idle)) return undefined;
    let left = false;
    if (!same) setLaid(undefined);
    setFault(undefined);
    void (async () => {
      try {
        const distributions = await desk().open(study, table);
        if (left) return;
        content.current = { key: table.key, version: table.version };
        queue.version = table.version;
        added.current = [];
        const changed = await again(queue.open);
        if (left) return;
        setLaid({
          id: ++count.current,
          columns: specs,
          distributions: distributions.map((one, c) => changed[c] ?? one),
          rows: await desk().shown(),
        });
        for (const go of laidDown.current.splice(0)) go();
      } catch (error) {
        if (left) return;
        // The table has another version by now: the page learns of it.
        if (same) router.refresh();
        else setFault(sentence(error));
        for (const go of laidDown.current.splice(0)) go();
      }
    })();
    return () => {
      left = true;
    };
    /** What waits is written on what was fetched; rows that it adds are found again by their token. */
    async function again(open: readonly Waiting[]): Promise<Awaited<ReturnType<ReturnType<Desk>['patch']>>> {
      let changed = {};
      for (const { token, change } of open) {
        if ('step' in change) continue;
        if (change.edit.kind === 'cells') {
          const edits = placed(change.edit.edits, change.onto, added.current);
          changed = { ...changed, ...(await desk().patch(specs, edits)) };
        }
        if (change.edit.kind === 'add rows' && change.edit.at === atEnd) {
          added.current.push({ token, start: await desk().size(), count: change.edit.rows.length });
          changed = { ...changed, ...(await desk().append(specs, change.edit.rows)) };
        }
      }
      return changed;
    }
    // A table of the same key and version is the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [desk, study, table.key, table.version, idle, stale]);

  const anew = useCallback(() => {
    content.current = { ...content.current, version: -1 };
    setStale((now) => now + 1);
    router.refresh();
  }, [router]);

  /** What the answer to a change that stands on the page already means for what is shown. */
  const heard = useCallback(
    (outcome: Outcome) => {
      if ('fault' in outcome) toast.error(outcome.fault);
      else if (outcome.conflicts.length) setConflicts((all) => [...all, ...outcome.conflicts]);
      const apart = 'fault' in outcome || outcome.others || outcome.conflicts.length > 0;
      if (apart) anew();
      else if (!queue.open.length) {
        if (content.current.version >= 0) {
          content.current = { ...content.current, version: queue.version };
          void desk().settled(study, content.current.key, queue.version);
        }
        router.refresh();
      }
    },
    [anew, desk, queue, router, study],
  );

  const add = useCallback(
    (change: Change): { token: string; outcome: Promise<Outcome> } => {
      const made = queue.add(change);
      void made.outcome.then(heard);
      return made;
    },
    [heard, queue],
  );

  /** Cells, written at once on the page and then on the server; those of rows that were just added go after them. Resolves when they stand on the page. */
  const writeNow = useCallback(
    async (edits: readonly CellEdit[], what: string): Promise<Promise<Outcome>[]> => {
      spread(await desk().patch(specs, edits));
      const parts = partsOf(edits, added.current);
      return parts.map((part) => add({ edit: { kind: 'cells', edits: part.edits, what }, onto: part.onto }).outcome);
    },
    [add, desk, specs, spread],
  );
  const addNow = useCallback(
    async (rows: string[][]): Promise<Promise<Outcome>[]> => {
      const before = await desk().size();
      spread(await desk().append(specs, rows));
      setLaid((now) => now && { ...now, rows: now.rows + rows.length });
      const { token, outcome } = add({ edit: { kind: 'add rows', at: atEnd, rows } });
      added.current = [...added.current, { token, start: before, count: rows.length }];
      return [outcome];
    },
    [add, desk, specs, spread],
  );

  /** Does what needs places in the table after all that was begun before; resolves to what became of it. What comes after waits for `until` as well. */
  const inTurn = useCallback(
    async (work: () => Promise<{ outcomes: Promise<Outcome>[]; until?: Promise<unknown> }>): Promise<Outcome[]> => {
      setBegun((count) => count + 1);
      const placed = ready.current.then(work).finally(() => setBegun((count) => count - 1));
      ready.current = placed.then(({ until }) => until).catch(() => undefined);
      return Promise.all((await placed).outcomes);
    },
    [],
  );

  /** Makes a change. Those that move rows or columns are waited for before anything else is placed. */
  const change = useCallback(
    async (make: () => Promise<Edit | undefined> | Edit | undefined): Promise<Outcome | undefined> => {
      const outcomes = await inTurn(async () => {
        const edit = await make();
        if (!edit || (edit.kind === 'cells' && !edit.edits.length)) return { outcomes: [] };
        if (edit.kind === 'cells') return { outcomes: await writeNow(edit.edits, edit.what) };
        if (edit.kind === 'add rows' && edit.at === atEnd) return { outcomes: await addNow(edit.rows) };
        const down = new Promise<void>((resolve) => laidDown.current.push(resolve));
        const outcome = queue.add({ edit }).outcome.then((done) => {
          if ('fault' in done) toast.error(done.fault);
          anew();
          return done;
        });
        return { outcomes: [outcome], until: outcome.then(() => down) };
      });
      return outcomes.at(-1);
    },
    [addNow, anew, inTurn, queue, writeNow],
  );

  const step = useCallback(
    (direction: 'undo' | 'redo') => {
      // What is typed after an undo waits until its places are known again.
      const down = new Promise<void>((resolve) => laidDown.current.push(resolve));
      const { outcome } = queue.add({ step: direction });
      ready.current = Promise.all([ready.current, outcome.then(() => down)]);
      void outcome.then((done) => {
        if (stepped.current.direction !== direction) stepped.current = { done: [], direction };
        if ('fault' in done) stepped.current.fault = done.fault;
        else stepped.current.done.push(done.what ?? '');
        if (queue.open.length) return;
        const { done: all, fault: said } = stepped.current;
        stepped.current = { done: [], direction: '' };
        anew();
        // Said when it is seen, once for all that were asked for in a row.
        const words = all.length === 1 ? all[0] : counted(all.length, 'change');
        void down.then(() =>
          toast(all.length ? `${direction === 'undo' ? 'Undone' : 'Done again'}: ${words}` : (said ?? '')),
        );
      });
    },
    [anew, queue],
  );

  /** Writes texts from a cell of the present view on; rows that are missing are added. */
  const write = useCallback(
    async (
      from: { row: number; column: number },
      texts: readonly (readonly string[])[],
      what: string,
    ): Promise<void> => {
      const width = specs.length;
      const done = await inTurn(async () => {
        const places = await desk().placesOf(from.row, from.row + texts.length);
        const edits = places.flatMap((row, i) =>
          texts[i].slice(0, width - from.column).map((text, c): CellEdit => ({ row, column: from.column + c, text })),
        );
        const extra = texts
          .slice(places.length)
          .map((cells) => [...new Array<string>(from.column).fill(''), ...cells].slice(0, width));
        const said =
          edits.length > 1
            ? counted(edits.length, 'cell')
            : edits.length
              ? `${specs[edits[0].column].name} of a row`
              : what;
        return {
          outcomes: [
            ...(edits.length ? await writeNow(edits, said) : []),
            ...(extra.length ? await addNow(extra) : []),
          ],
        };
      });
      const cells = texts.reduce((sum, row) => sum + row.length, 0);
      if (cells > plain && done.every((one) => !('fault' in one))) toast(`Written: ${counted(cells, 'cell')}.`);
    },
    [addNow, desk, inTurn, specs, writeNow],
  );

  const inRange = useCallback(
    (range: Range, textOf: (column: number, first: string[]) => string, what: string) =>
      void change(async () => {
        const places = await desk().placesOf(range.top, range.bottom + 1);
        const [first] = await desk().written([range.top, range.top + 1], [0, specs.length]);
        const edits = places.flatMap((row) =>
          Array.from({ length: range.right - range.left + 1 }, (_, i) => ({
            row,
            column: range.left + i,
            text: textOf(range.left + i, first),
          })),
        );
        return { kind: 'cells', edits, what: `${what} ${counted(edits.length, 'cell')}` };
      }),
    [change, desk, specs],
  );
  const clear = useCallback((range: Range) => inRange(range, () => '', 'emptied'), [inRange]);
  const fillDown = useCallback((range: Range) => inRange(range, (column, first) => first[column], 'filled'), [inRange]);

  /** Decides about the cells that others have written meanwhile. */
  const settle = useCallback(
    (mine: boolean) => {
      setConflicts([]);
      if (mine)
        void change(() => ({
          kind: 'cells',
          edits: conflicts.map(({ row, column, yours }) => ({ row, column, text: yours })),
          what: counted(conflicts.length, 'cell'),
        }));
    },
    [change, conflicts],
  );

  return {
    laid,
    fault,
    turn,
    waiting: waiting + begun,
    away,
    share,
    kept,
    conflicts,
    settle,
    change,
    step,
    write,
    clear,
    fillDown,
  };
}
