/** What is looked at, in the page's address: so that it survives a reload and can be linked to. */
import { createLoader, createSerializer, parseAsArrayOf, parseAsBoolean, parseAsString } from 'nuqs/server';
import { siftStep } from './in-view';
import type { OtherNetwork } from '@/core/trail';
import type { Workbench } from './store';

type Looked = Pick<Workbench, 'panes' | 'step' | 'selection' | 'reading' | 'lists' | 'beside'>;

/** Views side by side. */
const mostPanes = 2;
/** Longer selections are not written: an address has no room for them. */
const mostNodes = 40;
const longestId = 500;
/** An editor that is closed. */
const none = 'none';

const parts = {
  view: parseAsArrayOf(parseAsString).withDefault(['graph']),
  step: parseAsString,
  nodes: parseAsArrayOf(parseAsString).withDefault([]),
  reading: parseAsBoolean.withDefault(true),
  lists: parseAsBoolean.withDefault(false),
  beside: parseAsString,
};
const load = createLoader(parts);
const serialize = createSerializer(parts);

/** The query of an address, as it is read among the views there are; what it does not say, or says wrongly, is as it is at first. */
export function lookedAt(
  query: string,
  steps: readonly { id: string }[],
  views: readonly string[],
  networks: readonly OtherNetwork[] = [],
): Partial<Looked> {
  const { view, step, nodes, reading, lists, beside } = load(new URLSearchParams(query));
  const chosen = nodes.filter((id) => id.length <= longestId).slice(0, mostNodes);
  const panes = [...new Set(view)].filter((name) => views.includes(name)).slice(0, mostPanes);
  const other = networks.find(({ id }) => id === beside);
  return {
    panes: panes.length ? panes : ['graph'],
    ...(other?.trail && panes.length < 2 ? { beside: { id: other.id, name: other.name, trail: other.trail } } : {}),
    reading,
    lists,
    ...(chosen.length ? { selection: { nodes: chosen } } : {}),
    ...(step === none
      ? { step: undefined }
      : step !== null && (step === siftStep || steps.some(({ id }) => id === step))
        ? { step }
        : {}),
  };
}

/** What of it is not so already. The rest is left alone: whatever shows it would be drawn anew, and at once. */
export function whatDiffers(looked: Partial<Looked>, state: Looked): Partial<Looked> {
  const differs = Object.entries(looked).filter(
    ([key, value]) => JSON.stringify(value) !== JSON.stringify(state[key as keyof Looked]),
  );
  return Object.fromEntries(differs);
}

/** The query for a state; what is as at first is left out. What else the address says stays. */
export function addressOf(state: Looked, first: string | undefined, base = ''): string {
  const { nodes } = state.selection;
  return serialize(base, {
    view: [...state.panes],
    step: state.step === first ? null : (state.step ?? none),
    nodes: nodes.length <= mostNodes ? [...nodes] : [],
    reading: state.reading,
    lists: state.lists,
    beside: state.beside?.id ?? null,
  });
}
