import type { Answer } from '@/server/answer';

/** Milliseconds until it is tried again, the first time, the second … */
const pauses = [500, 1000, 2000, 4000, 8000];

export const pauseFor = (attempt: number): number => pauses[Math.min(attempt, pauses.length - 1)];

const rest = (milliseconds: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** A request that did not get through is asked again; one that was refused on the way is answered by what was said. */
function lost(error: unknown): Answer<never> | undefined {
  if (error instanceof TypeError) return undefined;
  return { ok: false, fault: error instanceof Error ? error.message : 'The server refused this.' };
}

/**
 * Asks until there is an answer that stands: again where the server, or its database, is away. What is asked may be done twice without harm. `away` hears
 * whether it waits.
 */
export async function untilHeard<T>(
  ask: () => Promise<Answer<T>>,
  away: (waits: boolean) => void,
  pause = rest,
): Promise<Answer<T>> {
  for (let attempt = 0; ; attempt++) {
    const answer = await ask().catch(lost);
    if (answer && (answer.ok || !answer.passing)) {
      if (attempt) away(false);
      return answer;
    }
    away(true);
    await pause(pauseFor(attempt));
  }
}
