/** The words that tell a group from the rest. */

/** Letters and digits that stand together, in lower case; single letters tell nothing. */
export const wordsOf = (text: string): string[] =>
  (text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []).filter((word) => word.length > 1);

/**
 * For each group the words that stand in it more often than in the rest: log-odds ratios with an informative Dirichlet prior, the counts of all together,
 * over their standard errors (Monroe, Colaresi & Quinn 2008, equations 16, 20 and 22). Each text counts a word once. Words with a ratio of 1.96 or less are left out.
 */
export function tellingWords(
  texts: readonly string[],
  group: ArrayLike<number>,
  groups: number,
  most: number,
): { word: string; z: number }[][] {
  const all = new Map<string, number>();
  const inside = Array.from({ length: groups }, () => new Map<string, number>());
  const sizes = new Float64Array(groups);
  let total = 0;
  texts.forEach((text, i) => {
    const g = group[i];
    if (g < 0) return;
    for (const word of new Set(wordsOf(text))) {
      all.set(word, (all.get(word) ?? 0) + 1);
      inside[g].set(word, (inside[g].get(word) ?? 0) + 1);
      sizes[g]++;
      total++;
    }
  });
  return inside.map((counts, g) => {
    const found: { word: string; z: number }[] = [];
    for (const [word, here] of counts) {
      const prior = all.get(word) ?? 0;
      const there = prior - here;
      const odds = (count: number, size: number): number => Math.log((count + prior) / (size + total - count - prior));
      const difference = odds(here, sizes[g]) - odds(there, total - sizes[g]);
      const z = difference / Math.sqrt(1 / (here + prior) + 1 / (there + prior));
      if (z > 1.96) found.push({ word, z });
    }
    return found.sort((a, b) => b.z - a.z || (a.word < b.word ? -1 : 1)).slice(0, most);
  });
}
