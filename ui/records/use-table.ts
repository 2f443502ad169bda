'use client';
/** A stored table on its desk: laid there, edited, and taken back. */
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from '@/ui/kit/toast';
import { editTable, stepTable } from '@/server/actions';
import type { TableHead } from '@/server/tables';
import type { Edit } from '@/server/tables/edit';
import { counted, sentence } from '@/ui/kit';
import type { CellEdit } from '@/worker/client';
import type { Laid } from './grid';
import type { Desk } from './use-desk';
import type { Range } from './use-cells';

export function useTable(study: string, table: TableHead, desk: Desk) {
  const router = useRouter();
  const [laid, setLaid] = useState<Laid>();
  const [fault, setFault] = useState<string>();
  const [turn, setTurn] = useState(0);
  const [saving, setSaving] = useState(0);
  /** The version that lies on the desk; ahead of the page's while it catches up. */
  const version = useRef(0);
  const laidKey = useRef('');
  const count = useRef(0);
  const queue = useRef<Promise<void>>(Promise.resolve());
  const waiting = useRef<{ version: number; go: () => void }[]>([]);

  /** Lets work go on that waited for a version to lie on the desk, or for none to come any more. */
  const goOn = useCallback((reached: number) => {
    const ready = waiting.current.filter((one) => one.version <= reached);
    waiting.current = waiting.current.filter((one) => one.version > reached);
    for (const one of ready) one.go();
  }, []);
  /** Refreshes the page, and waits until the version lies on the desk: places and the version of the next change are read from it. */
  const laidDown = useCallback(
    (reached: number): Promise<void> => {
      router.refresh();
      if (version.current >= reached) return Promise.resolve();
      return new Promise((go) => waiting.current.push({ version: reached, go }));
    },
    [router],
  );
  useEffect(() => () => goOn(Infinity), [goOn, table.key]);

  useEffect(() => {
    const address = `${table.key} ${table.version}`;
    if (laidKey.current === address) return undefined;
    let stale = false;
    const sameTable = laidKey.current.startsWith(`${table.key} `);
    if (!sameTable) setLaid(undefined);
    setFault(undefined);
    desk()
      .open(study, table)
      .then((distributions) => {
        if (stale) return;
        laidKey.current = address;
        version.current = table.version;
        setLaid({ id: ++count.current, columns: table.columns, distributions, rows: table.rows });
        goOn(table.version);
      })
      .catch((error: unknown) => {
        if (stale) return;
        setFault(sentence(error));
        goOn(Infinity);
      });
    return () => {
      stale = true;
    };
    // A table of the same key and version is the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [desk, study, table.key, table.version]);

  /** Makes one change after the other, each on the version the one before made. */
  const change = useCallback(
    (make: () => Promise<Edit | undefined> | Edit | undefined): Promise<void> => {
      const work = async (): Promise<void> => {
        const edit = await make();
        if (!edit || (edit.kind === 'cells' && !edit.edits.length)) return;
        setSaving((now) => now + 1);
        const answer = await editTable(study, table.key, version.current, edit);
        setSaving((now) => now - 1);
        if (!answer.ok) {
          toast.error(answer.fault);
          laidKey.current = `${table.key} `;
          router.refresh();
          return;
        }
        if (edit.kind === 'cells' && answer.value.version !== version.current) {
          version.current = answer.value.version;
          laidKey.current = `${table.key} ${answer.value.version}`;
          const changed = await desk().patch(study, table, answer.value.version, edit.edits);
          setLaid((now) => now && { ...now, distributions: now.distributions.map((one, c) => (changed as Partial<typeof changed>)[c] ?? one) }); // prettier-ignore
          setTurn((now) => now + 1);
        }
        await laidDown(answer.value.version);
      };
      queue.current = queue.current.then(work, work);
      return queue.current;
    },
    [desk, laidDown, router, study, table],
  );

  const step = useCallback(
    (direction: 'undo' | 'redo') => {
      const work = async (): Promise<void> => {
        const answer = await stepTable(study, table.key, direction);
        if (!answer.ok) {
          toast(answer.fault);
          router.refresh();
          return;
        }
        toast(`${direction === 'undo' ? 'Undone' : 'Done again'}: ${answer.value.what}`);
        await laidDown(answer.value.version);
      };
      queue.current = queue.current.then(work, work);
    },
    [laidDown, router, study, table.key],
  );

  /** Writes texts from a cell of the present view on; rows that are missing are added. */
  const write = useCallback(
    (from: { row: number; column: number }, texts: string[][], what: string) =>
      void change(async () => {
        const places = await desk().placesOf(from.row, from.row + texts.length);
        const edits: CellEdit[] = [];
        places.forEach((row, i) =>
          texts[i].forEach((text, c) => {
            if (from.column + c < table.columns.length) edits.push({ row, column: from.column + c, text });
          }),
        );
        const extra = texts.slice(places.length);
        if (extra.length) {
          const rows = extra.map((cells) =>
            [...new Array<string>(from.column).fill(''), ...cells].slice(0, table.columns.length),
          );
          void change(() => ({ kind: 'add rows', at: Number.MAX_SAFE_INTEGER, rows }));
        }
        const name = edits.length === 1 ? `${table.columns[edits[0].column].name} of a row` : what;
        return { kind: 'cells', edits, what: edits.length > 1 ? counted(edits.length, 'cell') : name };
      }),
    [change, desk, table],
  );

  const inRange = useCallback(
    (range: Range, textOf: (column: number, first: string[]) => string, what: string) =>
      void change(async () => {
        const places = await desk().placesOf(range.top, range.bottom + 1);
        const [first] = await desk().written([range.top, range.top + 1], [0, table.columns.length]);
        const edits = places.flatMap((row) =>
          Array.from({ length: range.right - range.left + 1 }, (_, i) => ({
            row,
            column: range.left + i,
            text: textOf(range.left + i, first),
          })),
        );
        return { kind: 'cells', edits, what: `${what} ${counted(edits.length, 'cell')}` };
      }),
    [change, desk, table],
  );
  const clear = useCallback((range: Range) => inRange(range, () => '', 'emptied'), [inRange]);
  const fillDown = useCallback((range: Range) => inRange(range, (column, first) => first[column], 'filled'), [inRange]);

  return { laid, fault, turn, saving: saving > 0, change, step, write, clear, fillDown };
}
