'use client';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { Workbench, WorkbenchStore } from './store';
import type { Session } from './session';

export const WorkbenchContext = createContext<{
  store: WorkbenchStore;
  session: { current: Session | undefined };
} | null>(null);

function useContextValue() {
  const value = useContext(WorkbenchContext);
  if (!value) throw new Error('outside of a workbench');
  return value;
}

/** Part of the workbench's state; renders again when that part changes. */
export function useWorkbench<T>(select: (state: Workbench) => T): T {
  return useStore(useContextValue().store, select);
}

/** The store itself, for handlers that read the state when they are called. */
export const useWorkbenchStore = (): WorkbenchStore => useContextValue().store;

/** The running session; undefined before the page has mounted. */
export const useSession = (): { current: Session | undefined } => useContextValue().session;
