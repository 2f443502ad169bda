/** The two ends of ties, found by what columns hold. */
import { type Column, type Table, bareHeader, endsByHeader, isYears, namesEnd, namesYears } from '../tables';
import { valuesOf } from './values';

/** Rows that are looked at. */
const sample = 50_000;
/** Share of the values of the poorer column that must stand in the other as well. */
const enough = 0.25;
const fewest = 2;

/** Whether a column can hold the ends of ties: names or numbers of things. */
function mayHoldEnds(col: Column): boolean {
  if (col.type === 'text') return col.as !== 'picture' && col.as !== 'link';
  if (col.type !== 'number' || namesYears(col.name) || isYears(col)) return false;
  return col.values.every((value) => Number.isNaN(value) || Number.isInteger(value));
}

function distinct(table: Table, col: Column): Set<string> {
  const rows = Math.min(table.rows, sample);
  const { texts, offsets, items } = valuesOf(table, [col]);
  const found = new Set<string>();
  for (let k = 0; k < offsets[rows]; k++) found.add(texts[items[k]]);
  return found;
}

/**
 * The columns of the two ends, the first end first: those whose headers say so, if they hold things; else two that name records of one table; else the two
 * that share most of their values. Undefined where no two columns do.
 */
export function endsByValues(table: Table): readonly [string, string] | undefined {
  const fit = table.columns.filter(mayHoldEnds);
  const said = endsByHeader(fit.map(({ name }) => name));
  // Short words such as “a” and “b” are hints only where values agree.
  if (said && said.every((name) => bareHeader(name).length > 1)) return said;
  let best: readonly [Column, Column] | undefined;
  let most = 0;
  const values = fit.map((col) => distinct(table, col));
  for (let i = 0; i < fit.length; i++) {
    for (let j = i + 1; j < fit.length; j++) {
      const [small, large] = values[i].size <= values[j].size ? [values[i], values[j]] : [values[j], values[i]];
      if (small.size < fewest) continue;
      let shared = 0;
      for (const value of small) if (large.has(value)) shared++;
      // Amounts and ranks share small numbers by chance: numbers are ends only where nearly all stand in both, or a header says so.
      const numbers = fit[i].type === 'number' || fit[j].type === 'number';
      const hinted = namesEnd(fit[i].name) || namesEnd(fit[j].name);
      const share = shared / small.size;
      if (share < (numbers && !hinted ? 0.5 : enough) || (numbers && small.size < 5 && !hinted)) continue;
      const score = share + (hinted ? 0.5 : 0) + Math.min(0.3, small.size / 1000);
      if (score > most) {
        most = score;
        best = [fit[i], fit[j]];
      }
    }
  }
  if (!best) return undefined;
  const [a, b] = best.map(({ name }) => name);
  const ordered = endsByHeader([a, b]);
  return ordered ?? [a, b];
}
