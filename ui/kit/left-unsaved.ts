/** What a page had not saved as it went, for the one that is loaded next in its tab. */
import type { Saves } from './saver';

/**
 * Shows what was left, unless it stands there already.
 * @returns What had been sent before, without an answer.
 */
export async function takeUp<T>(
  left: string,
  saves: Pick<Saves<T, never>, 'now' | 'written' | 'read' | 'takeUp'>,
): Promise<T | undefined> {
  try {
    const { version, thing, sent } = JSON.parse(left) as { version: number; thing: unknown; sent?: unknown };
    const found = await saves.read(thing);
    const before = sent === undefined ? undefined : await saves.read(sent);
    if (JSON.stringify(saves.written(found)) === JSON.stringify(saves.written(saves.now().thing))) return undefined;
    saves.takeUp(found, version);
    return before;
  } catch {
    // Not what was put there: nothing that could be taken up.
    return undefined;
  }
}
