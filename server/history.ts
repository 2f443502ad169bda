/** Undo and redo over changes that are kept: what was made, taken back and made again, in the order of their versions. */
import type { ChangeRole } from '@/server/db';

export interface Kept {
  version: number;
  role: ChangeRole;
  /** The version that was taken back or made again. */
  of: number | null;
}

/** Versions that can be taken back and made again, the next one last. */
export function stacks(changes: readonly Kept[]): { undo: number[]; redo: number[] } {
  const undo: number[] = [];
  let redo: number[] = [];
  for (const { version, role, of } of changes) {
    if (role === 'do' || of === null) {
      undo.push(version);
      redo = [];
    } else if (role === 'undo') {
      undo.splice(undo.lastIndexOf(of), 1);
      redo.push(of);
    } else {
      redo.splice(redo.lastIndexOf(of), 1);
      undo.push(of);
    }
  }
  return { undo, redo };
}
