/** Profiles of triads from a file, to be laid over that of a network. */
import { Fault } from '../fault';
import { triadNames } from '../measure';

export interface Profile {
  name: string;
  /** One value for each kind of triad in the usual order; NaN where the file has none. */
  values: number[];
}

/**
 * Reads rows of cells: either one row for each profile with the kinds as columns, or one row for each kind with the profiles as columns. The first column
 * names the rows. Values are scaled to length 1.
 */
export function profilesFrom(rows: readonly (readonly string[])[]): Profile[] {
  const filled = rows.filter((row) => row.some((cell) => cell.trim() !== ''));
  const [head, ...body] = filled;
  const kind = (cell: string | undefined): number => {
    const text = (cell ?? '')
      .trim()
      .toUpperCase()
      .replace(/^TRIAD[_ ]?/, '');
    // Sheets read 003 as the number 3.
    return triadNames.findIndex((name) => name === text || (/^\d+$/.test(text) && name === text.padStart(3, '0')));
  };
  const across = head?.slice(1).map(kind) ?? [];
  const down = body.map(([first]) => kind(first));
  let profiles: Profile[];
  if (across.some((k) => k >= 0)) {
    profiles = body.map((row, r) => ({
      name: row[0]?.trim() || `profile ${r + 1}`,
      values: place(across, row.slice(1)),
    }));
  } else if (down.some((k) => k >= 0)) {
    profiles = (head ?? []).slice(1).map((name, c) => ({
      name: name.trim() || `profile ${c + 1}`,
      values: place(
        down,
        body.map((row) => row[c + 1] ?? ''),
      ),
    }));
  } else {
    throw new Fault('No kinds of triads were found. Name them 003, 012 … 300 in the first row or the first column.');
  }
  const known = profiles.filter(({ values }) => values.some((value) => !Number.isNaN(value)));
  if (known.length === 0) throw new Fault('The kinds of triads have no numbers beside them. Write one for each kind.');
  return known.map(({ name, values }) => {
    const length = Math.sqrt(values.reduce((sum, value) => sum + (Number.isNaN(value) ? 0 : value * value), 0));
    return { name, values: values.map((value) => (length > 0 ? value / length : value)) };
  });
}

function place(kinds: readonly number[], cells: readonly string[]): number[] {
  const values = new Array<number>(triadNames.length).fill(NaN);
  kinds.forEach((k, i) => {
    const text = (cells[i] ?? '').trim().replace(',', '.');
    if (k >= 0 && text !== '' && Number.isFinite(Number(text))) values[k] = Number(text);
  });
  return values;
}
