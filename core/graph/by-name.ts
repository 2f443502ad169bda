/** Nodes found by their names, as somebody types them. */
import { folded } from '../names/keys';

/**
 * Places of the labels that a text finds, at most `most`, and how many there are: those that are the text first, then those that begin with it, then those of
 * which a word does, then those that hold it anywhere; within these the shorter first. Capitals and accents do not count.
 */
export function foundByName(labels: readonly string[], text: string, most: number): { places: number[]; all: number } {
  const wanted = folded(text.trim());
  if (wanted === '') return { places: [], all: 0 };
  const hits: { v: number; rank: number }[] = [];
  labels.forEach((label, v) => {
    const name = folded(label);
    const at = name.indexOf(wanted);
    if (at < 0) return;
    let rank = 3;
    if (name === wanted) rank = 0;
    else if (at === 0) rank = 1;
    else if (/[\s,.'’(-]/.test(name[at - 1]) || name.includes(` ${wanted}`)) rank = 2;
    hits.push({ v, rank });
  });
  hits.sort(
    (a, b) =>
      a.rank - b.rank || labels[a.v].length - labels[b.v].length || (labels[a.v] < labels[b.v] ? -1 : 1) || a.v - b.v,
  );
  return { places: hits.slice(0, most).map(({ v }) => v), all: hits.length };
}

/** Names that were pasted: one in each line, or parted by semicolons or tabs; each found where a label or id is just that. */
export function pastedNames(
  ids: readonly string[],
  labels: readonly string[],
  text: string,
): { places: number[]; missed: string[] } {
  const place = new Map<string, number>();
  labels.forEach((label, v) => !place.has(folded(label)) && place.set(folded(label), v));
  ids.forEach((id, v) => place.set(folded(id), v));
  const places: number[] = [];
  const missed: string[] = [];
  for (const name of text
    .split(/[\n\r;\t]+/)
    .map((part) => part.trim())
    .filter(Boolean)) {
    const v = place.get(folded(name));
    if (v === undefined) missed.push(name);
    else if (!places.includes(v)) places.push(v);
  }
  return { places, missed };
}
