/** Edits of a table as a browser sends them: several in one body, in their order, each done whole or not at all, large ones in lines. */
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { studyFor } from '@/server/access';
import { answered } from '@/server/answer';
import { type Body, setDown } from '@/server/body';
import { passes } from '@/server/db/problem';
import { type Edit, type Edited, type editSchema, editTable, stepTable } from './edit';
import { wholeLines } from './lines';

const largest = 512 * 1024 * 1024;
const tooLarge = 'This change is over 512 MB. Make it in parts.';

/** The first line: the version that the page shows, and whose edits these are. */
const headSchema = z.object({ base: z.number().int().min(0), author: z.uuid() });
/** A line for each edit; `lines` of its cells or rows follow, some to a line. */
const itemSchema = z.object({
  token: z.uuid(),
  lines: z.number().int().min(0).max(10_000_000).default(0),
  step: z.enum(['undo', 'redo']).optional(),
  onto: z.uuid().optional(),
  edit: z.record(z.string(), z.unknown()).optional(),
});
const cellsSchema = z.array(z.tuple([z.number().int(), z.number().int(), z.string()]));
const rowsSchema = z.array(z.array(z.string()));

/** What is told of an edit: how far it is, then what became of it. */
export type BatchNews =
  { token: string; share: number } | ({ token: string; what?: string } & Edited) | { token: string; fault: string };

/** Does the edits of a body one after the other; an edit that cannot be done does not keep those after it from being done. */
export async function* editBatch(studyId: string, key: string, body: Body): AsyncGenerator<BatchNews> {
  await studyFor(studyId, 'edit');
  // A generator cannot yield from within the work on a body, so the body is read whole, line by line, beforehand.
  const { head, items } = await setDown(body, largest, tooLarge, read);
  for (const { token, step, onto, edit } of items) {
    const shares: number[] = [];
    const asking = { author: head.author, token, onto, progress: (share: number) => void shares.push(share) };
    let passing: Error | undefined;
    const work = answered(async (): Promise<Edited & { what?: string }> => {
      try {
        if (step) return { ...(await stepTable(studyId, key, step, asking)), others: false, conflicts: [] };
        return await editTable(studyId, key, head.base, edit as Edit, asking);
      } catch (error) {
        if (error instanceof Error && passes(error)) passing = error;
        throw error;
      }
    });
    let ended = false;
    void work.finally(() => (ended = true));
    while (!ended) {
      await Promise.race([work, new Promise((resolve) => setTimeout(resolve, 300))]);
      const share = shares.at(-1);
      if (share !== undefined && !ended) yield { token, share };
    }
    const answer = await work;
    // What could be done shortly is not answered: the browser keeps it and sends it again, with all that follows on it.
    if (passing) throw passing;
    yield answer.ok ? { token, ...answer.value } : { token, fault: answer.fault };
  }
}

interface Item {
  token: string;
  step?: 'undo' | 'redo';
  onto?: string;
  edit?: Partial<z.input<typeof editSchema>>;
}

async function read(body: Body): Promise<{ head: z.output<typeof headSchema>; items: Item[] }> {
  let head: z.output<typeof headSchema> | undefined;
  const items: Item[] = [];
  let left = 0;
  let into: ((line: unknown) => void) | undefined;
  for await (const piece of wholeLines(body, 32 * 1024 * 1024, garbled)) {
    for (const line of piece.split('\n')) {
      if (line === '') continue;
      const value: unknown = JSON.parse(line);
      if (!head) head = headSchema.parse(value);
      else if (left > 0) {
        left--;
        into?.(value);
      } else {
        const { token, lines, step, onto, edit } = itemSchema.parse(value);
        if ((step === undefined) === (edit === undefined)) throw garbled();
        left = lines;
        items.push({ token, step, onto, edit: edit });
        into = lines ? filling(edit ?? {}) : undefined;
      }
    }
  }
  if (!head || left > 0) throw new Fault('The change came incomplete, so nothing was done. Try again.');
  return { head, items };
}

/** Adds the parts of a large edit to it as they come. */
function filling(edit: Record<string, unknown>): (line: unknown) => void {
  if (edit.kind === 'cells') {
    const edits: { row: number; column: number; text: string }[] = [];
    edit.edits = edits;
    return (line) => {
      for (const [row, column, text] of cellsSchema.parse(line)) edits.push({ row, column, text });
    };
  }
  if (edit.kind === 'add rows') {
    const rows: string[][] = [];
    edit.rows = rows;
    return (line) => {
      for (const cells of rowsSchema.parse(line)) rows.push(cells);
    };
  }
  throw garbled();
}

const garbled = (): Fault => new Fault('The change is not one that can be made. Load the page again.');
