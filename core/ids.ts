/** Ids inside of larger things. */

/** The same value with every text, and every key, that is one of the ids in the place of which it names; what holds none is handed on as it is. */
export function withIds<T>(value: T, ids: ReadonlyMap<string, string>): T {
  return ids.size ? (walk(value, ids) as T) : value;
}

function walk(value: unknown, ids: ReadonlyMap<string, string>): unknown {
  if (typeof value === 'string') return ids.get(value) ?? value;
  if (Array.isArray(value)) {
    const made = value.map((one) => walk(one, ids));
    return made.some((one, i) => one !== value[i]) ? made : value;
  }
  if (value === null || typeof value !== 'object' || ArrayBuffer.isView(value)) return value;
  const entries = Object.entries(value);
  const made = entries.map(([key, one]) => [ids.get(key) ?? key, walk(one, ids)] as const);
  return made.some(([key, one], i) => key !== entries[i][0] || one !== entries[i][1])
    ? Object.fromEntries(made)
    : value;
}
