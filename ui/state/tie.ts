/** What ties the cameras of two maps side by side: where one is moved, the other goes. */

/** What a map shows: the pixels of one map unit, and the map units in the middle of the view. */
export interface Sight {
  scale: number;
  x: number;
  y: number;
}

export interface Tie {
  /** What one of them shows, told to all others; whoever comes later hears it at once. */
  tell(from: object, sight: Sight): void;
  /** Hears what the others show; ends with what it returns. */
  listen(who: object, hear: (sight: Sight) => void): () => void;
}

export function makeTie(): Tie {
  const listeners = new Map<object, (sight: Sight) => void>();
  let last: Sight | undefined;
  return {
    tell(from, sight) {
      last = sight;
      listeners.forEach((hear, who) => who !== from && hear(sight));
    },
    listen(who, hear) {
      listeners.set(who, hear);
      if (last) hear(last);
      return () => void listeners.delete(who);
    },
  };
}
