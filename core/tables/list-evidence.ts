/** What speaks for the cells of a column being lists, and not prose that a mark happens to part. */
import type { RawColumn } from './raw';

/** Headers that say it, in several languages. */
const says =
  /(^|[\s_.-])(authors?|auteurs?|autor(in)?(nen|en|es)?|autori|creators?|editors?|herausgeber|keywords?|key words|schlagw\S*|stichw\S*|mots?.cl\S*|palabras clave|parole chiave|tags?|topics?|themen|subjects?|descriptors?|members?|mitglieder|membres|miembros|participants?|teilnehm\S*|attend\S*|present|anwesend\S*|those present|guests?|references?|refs?|cited|citations?|cites|varieties|sorten|species|genres?|languages?|sprachen|countries|affiliations?|recipients?|categories|kategorien|labels?|aliases|names of|co.?authors?)([\s_.-]|$)/i;
/** Headers of what is one text, whatever marks stand in it. */
const denies =
  /(^|[\s_.-])(title|titel|titre|t[ií]tulo|titolo|abstract|zusammenfassung|r[ée]sum[ée]|notes?|notiz\S*|remarks?|bemerkung\S*|comments?|kommentar\S*|description|beschreibung|address(es)?|adress\S*|adresse|direcci[oó]n|indirizzo|journal|zeitschrift|revue|revista|publisher|verlag|text|body|caption|quote|zitat)([\s_.-]|$)/i;

/** Entries are looked at; longer ones than this on average are sentences. */
const longest = 40;
/** Share of the entries that stand in other cells too. */
const recurring = 0.25;
const recurringAtCommas = 0.4;

/** Whether the entries look like those of lists: short, and the same in different cells; or the header says so. With some cells as examples. */
export function listEvidence(
  { name, dictionary }: RawColumn,
  separator: string,
  sample: number,
): { says: boolean; examples: string[] } {
  const header = name.replace(/([a-z])([A-Z])/g, '$1 $2');
  const counts = new Map<string, number>();
  const firsts = new Set<string>();
  const examples: string[] = [];
  const parted: string[][] = [];
  // Each distinct cell once: a title that stands in a hundred records repeats nothing but itself.
  for (const cell of dictionary.slice(0, sample)) {
    const parts = [...new Set(cell.split(separator).map((part) => part.trim()))].filter(Boolean);
    for (const part of parts) counts.set(part, (counts.get(part) ?? 0) + 1);
    if (!cell.includes(separator) || !parts.length) continue;
    parted.push(parts);
    firsts.add(parts[0]);
    if (examples.length < 3) examples.push(cell.slice(0, 80));
  }
  if (denies.test(header)) return { says: false, examples };
  if (says.test(header)) return { says: true, examples };
  const entries = parted.flat();
  const letters = entries.reduce((sum, { length }) => sum + length, 0);
  if (!entries.length || letters / entries.length > longest) return { says: false, examples };
  const again = entries.filter((part) => (counts.get(part) ?? 0) > 1).length / entries.length;
  // A comma parts addresses and names too: there the last part recurs, the first does not.
  const plain = separator === ';' || separator === '|';
  return {
    says: plain ? again >= recurring : again >= recurringAtCommas && 1 - firsts.size / parted.length >= 0.3,
    examples,
  };
}
