'use client';
import { useShallow } from 'zustand/react/shallow';
import type { Network } from '@/core/graph';
import type { Looks } from '@/core/style';
import { useWorkbench } from './context';
import { type InView, shownLooks, viewOf } from './in-view';
import type { Selection } from './selection';

/** What a view shows: the network, its looks, which part of it is in view, and what is selected. */
export interface Shown {
  net: Network | undefined;
  looks: Looks | undefined;
  /** Marks of the nodes and edges in view; undefined: everything. */
  inView: InView | undefined;
  selection: Selection;
}

/** All views read what they show from here. */
export function useShown(): Shown {
  return useWorkbench(
    useShallow((state): Shown => ({
      net: state.net,
      looks: shownLooks(state),
      inView: viewOf(state),
      selection: state.selection,
    })),
  );
}
