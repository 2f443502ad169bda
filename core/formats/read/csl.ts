/** CSL-JSON: bibliographic records as the Citation Style Language has them. */
import { counted } from '../../fault';
import { type BibliographicRecord, bibliographicPart } from './bibliography';
import type { ReadPart } from './format';

type Item = Record<string, unknown>;
const isItem = (value: unknown): value is Item => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Whether most records have what only CSL-JSON has: names in parts, dates in parts, or a container. */
export function isCsl(records: readonly unknown[]): boolean {
  const items = records.filter(isItem);
  const like = items.filter(
    (item) =>
      'type' in item &&
      ((Array.isArray(item.author) &&
        item.author.some((name) => isItem(name) && ('family' in name || 'literal' in name))) ||
        (isItem(item.issued) && ('date-parts' in item.issued || 'raw' in item.issued)) ||
        'container-title' in item),
  );
  return items.length > 0 && like.length * 2 > items.length;
}

const text = (value: unknown): string | undefined =>
  typeof value === 'string' || typeof value === 'number'
    ? String(value)
    : Array.isArray(value)
      ? text(value[0])
      : undefined;

function nameOf(value: unknown): string {
  if (!isItem(value)) return text(value) ?? '';
  if (text(value.literal)) return text(value.literal) ?? '';
  const family = [text(value['non-dropping-particle']), text(value.family)].filter(Boolean).join(' ');
  const given = [text(value.given), text(value['dropping-particle'])].filter(Boolean).join(' ');
  const suffix = text(value.suffix);
  return [family + (suffix ? ` ${suffix}` : ''), given].filter(Boolean).join(', ');
}

function dateOf(value: unknown): string | undefined {
  if (!isItem(value)) return text(value);
  const parts = value['date-parts'];
  const first: unknown = Array.isArray(parts) ? parts[0] : undefined;
  if (Array.isArray(first) && first.length && Number.isFinite(Number(first[0]))) {
    return first.map((part, i) => String(part as string | number).padStart(i ? 2 : 4, '0')).join('-');
  }
  return text(value.literal) ?? text(value.raw);
}

function listed(value: unknown): string[] {
  if (Array.isArray(value))
    return value.map((one) =>
      isItem(one) ? (text(one.key) ?? text(one.id) ?? text(one.DOI) ?? '') : (text(one) ?? ''),
    );
  return text(value)?.split(/\s*[,;]\s*/) ?? [];
}

export function readCsl(records: readonly unknown[]): ReadPart {
  const found = records.flatMap((item, i): BibliographicRecord[] =>
    isItem(item)
      ? [
          {
            line: i + 1,
            id: text(item.id),
            title: text(item.title),
            year: dateOf(item.issued),
            authors: (Array.isArray(item.author) ? item.author : []).map(nameOf),
            keywords: listed(item.keyword),
            references: listed(item.references ?? item.reference),
            journal: text(item['container-title']),
            kind: text(item.type),
            link: text(item.URL),
            doi: text(item.DOI),
          },
        ]
      : [],
  );
  const lost = records.length - found.length;
  return bibliographicPart(
    found,
    `CSL-JSON, ${counted(found.length, 'record')}`,
    lost ? [`${counted(lost, 'entry is', 'entries are')} no record and left out.`] : [],
  );
}
