/** News of the study that is open in this page: heard once, told to all parts of the page that want them. */
import { useSyncExternalStore } from 'react';
import type { ThingKind } from '@/server/access/things';
import type { Here } from '@/server/together/presence';

/** What was changed: nulls for what is no single thing, as records, names and people. */
export interface Change {
  thing: string | null;
  kind: ThingKind | null;
  /** Anything may have been changed: news were missed. */
  missed?: true;
  /** The stream has begun: what was changed since the page was made has not been told. */
  first?: true;
}

const heard = new Set<(change: Change) => void>();
const watching = new Set<() => void>();
const nobody: readonly Here[] = [];
let here = nobody;
let streaming = false;

export function onNews(listener: (change: Change) => void): () => void {
  heard.add(listener);
  return () => void heard.delete(listener);
}

export const tellNews = (change: Change): void => heard.forEach((listener) => listener(change));

/** Whether news come by themselves; else who needs them has to ask now and then. */
export const newsCome = (): boolean => streaming;
export function setNewsCome(now: boolean): void {
  streaming = now;
  // Told to whoever looks at the page from outside, as tests do.
  document.documentElement.toggleAttribute('data-news', now);
}

export function setHere(now: readonly Here[]): void {
  here = now;
  watching.forEach((changed) => changed());
}

const watch = (changed: () => void): (() => void) => {
  watching.add(changed);
  return () => void watching.delete(changed);
};

/** Who has a page of this study open, oneself among them. */
export const useHere = (): readonly Here[] =>
  useSyncExternalStore(
    watch,
    () => here,
    () => nobody,
  );
