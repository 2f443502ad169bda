/** Ties in words. */
import { cellText } from '../tables';
import { type Network, edgeCount } from '../graph';
import { counted } from '../fault';

const short = (value: number): string => (Number.isInteger(value) ? String(value) : value.toPrecision(3));

/** `Alban Pell → Ragna Wick: 3 consignments, 14 packets, 1911–1913`; `records` is what a record is called where there are several. */
export function tieWords(net: Network, e: number, records = 'records'): string {
  const ends = `${net.labels[net.source[e]]} ${net.directed ? '→' : '–'} ${net.labels[net.target[e]]}`;
  const behind = net.edgeRecords ? net.edgeRecords.offsets[e + 1] - net.edgeRecords.offsets[e] : 0;
  const one = records.endsWith('s') && !records.includes(' ') ? records.slice(0, -1) : `record of ${records}`;
  const parts = behind ? [counted(behind, one, one === records.slice(0, -1) ? records : `records of ${records}`)] : [];
  if (net.weightName !== 'records') parts.push(`${short(net.weight[e])} ${net.weightName}`);
  const dates = net.edgeColumns.filter((col) => col.type === 'date').map((col) => cellText(col, e).slice(0, 4));
  if (dates.length >= 2 && dates[0]) parts.push(dates[0] === dates[1] ? dates[0] : `${dates[0]}–${dates[1]}`);
  return parts.length ? `${ends}: ${parts.join(', ')}` : ends;
}

/** Ties spread evenly from the heaviest to the lightest, at most `count`. */
export function sampleTies(net: Network, count: number): number[] {
  const m = edgeCount(net);
  const order = Array.from(net.weight.keys()).sort((a, b) => net.weight[b] - net.weight[a] || a - b);
  const taken = Math.min(count, m);
  return Array.from({ length: taken }, (_, i) => order[taken < 2 ? 0 : Math.floor((i * (m - 1)) / (taken - 1))]);
}
