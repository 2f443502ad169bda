import type { Step } from '@/core/trail';
import type { Holdings } from '@/worker/client';

/** What every editor is given: its step, and what the network holds before it. */
export interface EditorProps<K extends Step['kind']> {
  step: Extract<Step, { kind: K }>;
  before: Holdings | undefined;
  /** Changes settings; edits with the same `merge` in quick succession are one to undo. */
  set(change: Partial<Extract<Step, { kind: K }>>, merge?: string): void;
  /** Changes that may come next, so that they can be worked ahead. */
  foresee?(changes: Partial<Extract<Step, { kind: K }>>[]): void;
}
