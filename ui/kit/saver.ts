/** Saves a thing that is edited: one save at a time, once more where one fails, and what still waits when the page goes. */
import { inTab } from './in-tab';
import { whyNotSaved } from './why-not-saved';

export type SaveWord = 'saved' | 'waiting' | 'saving' | 'failed' | 'conflict';

interface Conflict {
  kind: 'conflict';
  version: number;
}

interface Answered<C> {
  ok: boolean;
  fault?: string;
  passing?: boolean;
  value?: { kind: 'saved'; version: number } | C;
}

export interface Saves<T, C extends Conflict> {
  /** What is to be saved as it is now, the version that it builds on, and how far it has come. */
  now(): { thing: T; version: number; save: SaveWord };
  /** @param sent What was sent before on the same version, and not answered: it may stand there by now. */
  send(version: number, thing: T, sent: T | undefined): Promise<Answered<C>>;
  said(save: 'saving' | 'failed'): void;
  /** It stands there under this version; `edited` where it was changed meanwhile. */
  saved(version: number, edited: boolean): void;
  conflict(found: C): void;
  /** Shows what the page before had not saved. */
  takeUp(thing: T, version: number): void;
  /** Where what waits is put when the page goes: JSON with `version`, `thing` and `sent`. */
  address: string;
  /** A thing as JSON has it, and back. Rejects where it is none. */
  written(thing: T): unknown;
  read(written: unknown): Promise<T>;
}

export interface Saver {
  /** A change waits to be saved a moment later. */
  soon(): void;
  now(): Promise<void>;
  end(): void;
}

const saveAfter = 600;
const againAfter = 5000;
/** Bytes: what a browser still sends for a page that goes is 64 KiB at most, over all that it sends. */
const mostLeft = 60_000;

/**
 * What still waits when the page goes is sent by a request that outlives it, and kept in the tab: a page that is loaded anew takes it up, as the request may arrive
 * after it has asked. Who stores tells the two apart from somebody else’s. What was stored while the next page was on its way is kept in the tab as well. Where it is
 * too large for such a request, or the server does not answer, the browser asks to stay.
 */
export function saver<T, C extends Conflict>(saves: Saves<T, C>): Saver {
  const told = whyNotSaved();
  const name = saves.address;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let chain: Promise<void> = Promise.resolve();
  let sent: T | undefined;
  /** The page goes: what waits is left to the request and to the tab, whatever an earlier save still answers. */
  let gone = false;
  /** The next page may have been asked for already: it may not show what is stored from now on. */
  let going = false;
  let storedLate = false;

  const now = (): Promise<void> => (chain = chain.then(once));
  const once = async (): Promise<void> => {
    clearTimeout(timer);
    const { thing, version, save } = saves.now();
    if (save !== 'waiting' && save !== 'failed') return;
    saves.said('saving');
    const before = sent;
    sent = thing;
    try {
      const answer = await saves.send(version, thing, before);
      told(answer);
      if (!answer.ok || !answer.value) throw new Error(answer.fault);
      sent = undefined;
      if (!gone) inTab(name, null);
      storedLate = going;
      if (answer.value.kind === 'conflict') return saves.conflict(answer.value);
      const edited = saves.now().thing !== thing;
      saves.saved(answer.value.version, edited);
      if (edited && !gone) await once();
    } catch {
      saves.said('failed');
      timer = setTimeout(() => void now(), againAfter);
    }
  };

  const body = (more: { stored?: true } = {}): string => {
    const { thing, version } = saves.now();
    return JSON.stringify({
      version,
      thing: saves.written(thing),
      ...(sent === undefined ? {} : { sent: saves.written(sent) }),
      ...more,
    });
  };
  const fits = (text: string): boolean => new TextEncoder().encode(text).length <= mostLeft;

  const asks = (event: BeforeUnloadEvent): void => {
    going = true;
    const { save } = saves.now();
    if (save === 'saved' || (save !== 'failed' && save !== 'conflict' && fits(body()))) return;
    void now();
    event.preventDefault();
  };
  const leaves = (): void => {
    gone = true;
    const { thing, save } = saves.now();
    if (save === 'saved' && storedLate) inTab(name, body({ stored: true }));
    if (save === 'saved' || save === 'conflict') return;
    const text = body();
    inTab(name, text);
    sent ??= thing;
    if (!fits(text)) return;
    const request = { method: 'PUT', keepalive: true, body: text, headers: { 'Content-Type': 'application/json' } };
    void fetch(saves.address, request).catch(() => undefined);
  };

  /** The browser had kept the page, and shows it again. */
  const comes = (): void => {
    if (!gone) return;
    gone = going = storedLate = false;
    void now();
  };

  const left = inTab(name);
  inTab(name, null);
  // Nothing is saved before it.
  if (left !== null)
    chain = import('./left-unsaved')
      .then(async ({ takeUp }) => (sent = await takeUp(left, saves)))
      .catch(() => inTab(name, left))
      .then(once);
  window.addEventListener('beforeunload', asks);
  window.addEventListener('pagehide', leaves);
  window.addEventListener('pageshow', comes);

  return {
    soon() {
      clearTimeout(timer);
      timer = setTimeout(() => void now(), saveAfter);
    },
    now,
    end() {
      window.removeEventListener('beforeunload', asks);
      window.removeEventListener('pagehide', leaves);
      window.removeEventListener('pageshow', comes);
      void now();
    },
  };
}
