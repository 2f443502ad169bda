/** What a page had not saved as it went, for the one that is loaded next in its tab. */
import type { Saves } from './saver';

interface Left {
  version: number;
  thing: unknown;
  sent?: unknown;
  /** It was stored, maybe after this page was made. */
  stored?: boolean;
}

/**
 * Shows what was left, unless it stands there already.
 * @returns What had been sent before, without an answer.
 */
export async function takeUp<T>(
  left: string,
  saves: Pick<Saves<T, never>, 'now' | 'written' | 'read' | 'takeUp' | 'saved'>,
): Promise<T | undefined> {
  try {
    const { version, thing, sent, stored } = JSON.parse(left) as Left;
    const found = await saves.read(thing);
    const before = sent === undefined ? undefined : await saves.read(sent);
    const at = saves.now();
    // What is changed here meanwhile was made from what stood there before: whoever did it is asked.
    if (stored && (version <= at.version || at.save !== 'saved')) return undefined;
    const same = JSON.stringify(saves.written(found)) === JSON.stringify(saves.written(at.thing));
    if (!same) saves.takeUp(found, version);
    if (stored) saves.saved(version, false);
    return same ? undefined : before;
  } catch {
    // Not what was put there: nothing that could be taken up.
    return undefined;
  }
}
