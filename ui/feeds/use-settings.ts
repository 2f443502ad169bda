/** The settings of a feed as they are told, with what is being changed here on top. */
import { useMemo, useState } from 'react';
import type { Settings } from './settings';

type Told = Omit<Settings, 'key'>;

/** Milliseconds after which a change that was kept has been told. */
const toldAfter = 3000;

/** @param told As they are kept, also as others change them; of a feed that is yet to be set up, those that it begins with. */
export function useSettings(told: Told): {
  settings: Settings;
  edit(change: Partial<Settings>): void;
  /** A change has been kept, or refused: what is told counts again. */
  settle(change: Partial<Settings>, kept: boolean): void;
} {
  const [edited, setEdited] = useState<Partial<Settings>>({});
  const { name, address, follow, ties, end } = told;
  const all: Settings = { name, address, follow, ties, end, ...edited };
  const text = JSON.stringify(all);
  // The same object as long as it says the same: they are told anew with every piece of news.
  const settings = useMemo(() => JSON.parse(text) as Settings, [text]);
  const without = (change: Partial<Settings>): void =>
    setEdited((before) =>
      Object.fromEntries(Object.entries(before).filter(([key, value]) => value !== change[key as keyof Settings])),
    );
  return {
    settings,
    edit: (change) => setEdited((before) => ({ ...before, ...change })),
    settle(change, kept) {
      if (kept && change.key === undefined) setTimeout(() => without(change), toldAfter);
      else without(change);
    },
  };
}
