/** Undo and redo over changes that are kept: what was made, taken back and made again, in the order of their versions. */
import type { ChangeRole } from '@/server/db';

export interface Kept {
  version: number;
  role: ChangeRole;
  /** The version that was taken back or made again. */
  of: number | null;
  /** Null where it belongs to all. */
  author: string | null;
}

/** Changes that an author can take back or has taken back: the own ones, and those that belong to all. Without an author all are. */
export function ownOf<K extends Kept>(changes: readonly K[], author: string | undefined): K[] {
  if (author === undefined) return [...changes];
  const everybodys = new Set(changes.flatMap((one) => (one.author === null ? [one.version] : [])));
  return changes.filter(
    (one) => one.author === author || one.author === null || (one.of !== null && everybodys.has(one.of)),
  );
}

/** Versions that can be taken back and made again, the next one last. */
export function stacks(changes: readonly Pick<Kept, 'version' | 'role' | 'of'>[]): { undo: number[]; redo: number[] } {
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
