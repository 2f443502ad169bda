/** From format 1 to 2: the settings of a layout stand apart from what every Arrange step has. */

const common = new Set(['id', 'kind', 'on', 'method', 'placed']);

export const fromVersion1 = (steps: unknown[]): unknown[] => steps.map(step);

function step(given: unknown): unknown {
  if (!given || typeof given !== 'object' || !('kind' in given) || given.kind !== 'arrange') return given;
  const entries = Object.entries(given);
  return {
    method: 'force',
    ...Object.fromEntries(entries.filter(([key]) => common.has(key))),
    settings: Object.fromEntries(entries.filter(([key]) => !common.has(key))),
  };
}
