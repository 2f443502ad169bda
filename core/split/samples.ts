/** What tests of work that splits share. */
import { runPart } from '../tasks';
import type { Breath } from '.';

/** A crew that does the last part first, on copies, as other processes may. */
export const backwards: Breath = {
  breathe: () => undefined,
  crew: {
    size: 2,
    async run(task, shared, parts, come) {
      for (let i = parts.length - 1; i >= 0; i--)
        await come(await runPart(task, structuredClone(shared), structuredClone(parts[i])), i);
    },
  },
};
