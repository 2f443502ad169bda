/**
 * Edits of a table on their way to the server: numbered, sent in their order on top of each other, kept in the browser until they are answered, and sent
 * again where the line or the server was away. Without React, so that it outlives the page that shows the table.
 */
import type { Edit } from '@/server/tables/edit';
import { pauseFor } from '@/ui/kit/until-heard';

export interface CellEdit {
  row: number;
  column: number;
  text: string;
}

export type Change = { edit: Edit; onto?: string } | { step: 'undo' | 'redo' };

export interface Conflict {
  row: number;
  column: number;
  theirs: string;
  yours: string;
}

/** What became of a change. */
export type Outcome =
  | { token: string; version: number; others: boolean; conflicts: Conflict[]; what?: string }
  | { token: string; fault: string };

export interface Waiting {
  token: string;
  /** The version that the change was decided on. */
  base: number;
  change: Change;
}

/** Where waiting edits are kept over a reload. */
export interface Keeping {
  read(): Waiting[];
  /** False where they could not be kept. */
  write(waiting: readonly Waiting[]): boolean;
}

export interface QueueSetting {
  address: string;
  author: string;
  keeping: Keeping;
  send: typeof fetch;
  pause: (milliseconds: number) => Promise<void>;
  token: () => string;
}

export interface QueueState {
  /** Changes without an answer. */
  waiting: number;
  /** Whether the server could not be reached the last time. */
  away: boolean;
  /** How far the change that is being made is, where it is a large one. */
  share: number | undefined;
  /** Whether what waits would be there after a reload. */
  kept: boolean;
}

/** Cells or rows in one line of a body. */
const inALine = 1000;
const mostInBatch = 500;

export class EditQueue {
  private waiting: Waiting[];
  private readonly heard = new Map<string, (outcome: Outcome) => void>();
  private readonly listeners = new Set<() => void>();
  private sending = false;
  private state: QueueState = { waiting: 0, away: false, share: undefined, kept: true };

  /** `version`: of the table as the page shows it. */
  constructor(
    private readonly setting: QueueSetting,
    public version: number,
  ) {
    this.waiting = setting.keeping.read();
    this.changed({});
    if (this.waiting.length) void this.work();
  }

  /** The changes without an answer, in their order. */
  get open(): readonly Waiting[] {
    return this.waiting;
  }
  readonly look = (): QueueState => this.state;
  readonly listen = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private changed(change: Partial<QueueState>): void {
    this.state = { ...this.state, ...change, waiting: this.waiting.length };
    for (const listener of this.listeners) listener();
  }

  /** Adds a change; the promise is kept when the server has answered, however long that takes. */
  add(change: Change): { token: string; outcome: Promise<Outcome> } {
    const token = this.setting.token();
    this.waiting.push({ token, base: this.version, change });
    const outcome = new Promise<Outcome>((resolve) => this.heard.set(token, resolve));
    this.changed({ kept: this.setting.keeping.write(this.waiting) });
    void this.work();
    return { token, outcome };
  }

  private answered(outcome: Outcome): void {
    this.waiting = this.waiting.filter(({ token }) => token !== outcome.token);
    // What others did meanwhile is not on this page yet: the version it shows stays the one before.
    if (!('fault' in outcome) && !outcome.others && outcome.version > this.version) this.version = outcome.version;
    this.changed({ kept: this.setting.keeping.write(this.waiting), share: undefined });
    this.heard.get(outcome.token)?.(outcome);
    this.heard.delete(outcome.token);
  }

  private async work(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    let failed = 0;
    while (this.waiting.length) {
      // Changes that were decided on the same version go together.
      const { base } = this.waiting[0];
      const end = this.waiting.findIndex((one) => one.base !== base);
      const batch = this.waiting.slice(0, Math.min(end < 0 ? Infinity : end, mostInBatch));
      const before = this.waiting.length;
      const reached = await this.sent(base, batch);
      if (reached || this.waiting.length < before) failed = 0;
      this.changed({ away: !reached, share: undefined });
      if (!reached) await this.setting.pause(pauseFor(failed++));
    }
    this.sending = false;
  }

  /** Whether the server answered all of them. */
  private async sent(base: number, batch: readonly Waiting[]): Promise<boolean> {
    const { address, author, send } = this.setting;
    try {
      const answer = await send(address, {
        method: 'POST',
        headers: { 'Content-Type': 'application/x-ndjson' },
        body: bodyOf(base, author, batch),
      });
      if (!answer.ok) {
        // Whoever has to sign in again does so in another tab; what was typed waits.
        if (answer.status >= 500 || answer.status === 401) return false;
        const problem = (await answer.json().catch(() => ({}))) as { detail?: string };
        const fault = problem.detail ?? 'The change was refused.';
        for (const { token } of batch) this.answered({ token, fault });
        return true;
      }
      for await (const line of linesOf(answer)) {
        const news = JSON.parse(line) as Outcome | { token: string; share: number };
        if ('share' in news) this.changed({ share: news.share });
        else this.answered(news);
      }
      return !batch.some((one) => this.waiting.includes(one));
    } catch {
      return false;
    }
  }
}

/** Large edits are laid out in lines, so that neither side holds them as one text. */
function bodyOf(base: number, author: string, batch: readonly Waiting[]): Blob {
  const lines: string[] = [JSON.stringify({ base, author })];
  const part = (head: object, parts: readonly unknown[]): void => {
    const count = Math.ceil(parts.length / inALine);
    lines.push(JSON.stringify({ ...head, lines: count }));
    for (let i = 0; i < count; i++) lines.push(JSON.stringify(parts.slice(i * inALine, (i + 1) * inALine)));
  };
  for (const { token, change } of batch) {
    if ('step' in change) lines.push(JSON.stringify({ token, step: change.step }));
    else if (change.edit.kind === 'cells' && change.edit.edits.length > inALine) {
      const { edits, ...edit } = change.edit;
      part(
        { token, onto: change.onto, edit },
        edits.map(({ row, column, text }) => [row, column, text]),
      );
    } else if (change.edit.kind === 'add rows' && change.edit.rows.length > inALine) {
      const { rows, ...edit } = change.edit;
      part({ token, edit }, rows);
    } else lines.push(JSON.stringify({ token, ...change }));
  }
  return new Blob([lines.map((line) => `${line}\n`).join('')]);
}

async function* linesOf(answer: Response): AsyncGenerator<string> {
  if (!answer.body) return;
  const reader = answer.body.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    const parts = (rest + decoder.decode(value, { stream: !done })).split('\n');
    rest = done ? '' : (parts.pop() ?? '');
    for (const line of parts) if (line !== '') yield line;
    if (done) return;
  }
}
