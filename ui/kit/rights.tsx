'use client';
/** What whoever looks may do here: readers are offered nothing that would be refused. */
import { type ReactNode, createContext, useContext } from 'react';

const MayEdit = createContext(true);

export function Rights({ role, children }: { role?: string | undefined; children: ReactNode }) {
  return <MayEdit value={role !== 'reader'}>{children}</MayEdit>;
}

export const useMayEdit = (): boolean => useContext(MayEdit);

/** What is there only for who may change the study. */
export function ForEditors({ children }: { children: ReactNode }) {
  return useMayEdit() ? children : null;
}

/** Controls that are shown to readers as they are set, and do not move. */
export function HeldForReaders({ children }: { children: ReactNode }) {
  return (
    <fieldset disabled={!useMayEdit()} className="contents">
      {children}
    </fieldset>
  );
}
