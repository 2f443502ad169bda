/** Places as degrees north and east. */

export interface Place {
  latitude: number;
  longitude: number;
}

// 48.62 · 48°37′12″N · N 48 37.2
const angle = String.raw`([NSEW])?\s*([+-]?\d{1,3}(?:\.\d+)?)\s*[°d]?\s*(?:(\d{1,2}(?:\.\d+)?)\s*['′m]\s*)?(?:(\d{1,2}(?:\.\d+)?)\s*(?:"|″|''|s)\s*)?([NSEW])?`;
const pair = new RegExp(String.raw`^\(?\s*${angle}\s*[,;/ ]\s*${angle}\s*\)?$`, 'i');
const geo = /^geo:/i;

function degrees(parts: readonly (string | undefined)[]): { value: number; side?: string } | undefined {
  const [before, whole, minutes, seconds, after] = parts;
  if (before && after) return undefined;
  if (Number(minutes ?? 0) >= 60 || Number(seconds ?? 0) >= 60) return undefined;
  const side = (before ?? after)?.toUpperCase();
  const size = Math.abs(Number(whole)) + Number(minutes ?? 0) / 60 + Number(seconds ?? 0) / 3600;
  const negative = Number(whole) < 0 || side === 'S' || side === 'W';
  return { value: negative ? -size : size, side };
}

/** A place in one cell: `48.62, -31.4`, `48°37′N 31°24′W`; latitude first unless the letters say otherwise. Undefined where it is none. */
export function readPlace(text: string): Place | undefined {
  const found = pair.exec(text.trim().replace(geo, ''));
  if (!found) return undefined;
  const first = degrees(found.slice(1, 6));
  const second = degrees(found.slice(6, 11));
  if (!first || !second) return undefined;
  const swapped = /[EW]/.test(first.side ?? '') && /[NS]/.test(second.side ?? '');
  const [latitude, longitude] = swapped ? [second.value, first.value] : [first.value, second.value];
  return isPlace(latitude, longitude) ? { latitude, longitude } : undefined;
}

export const isPlace = (latitude: number, longitude: number): boolean =>
  Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180;

/** `48.62, -31.4`. */
export const writePlace = (latitude: number, longitude: number): string =>
  Number.isNaN(latitude) ? '' : `${latitude}, ${longitude}`;

/** What speaks for a text being a place and not two amounts, or one with a decimal comma: letters or signs of degrees, or points in both parts. */
export const isSurePlace = (text: string): boolean =>
  geo.test(text.trim()) ||
  /[°′″NSEW]/i.test(text) ||
  /^\(?\s*[+-]?\d{1,3}\.\d+\s*[,;/ ]\s*[+-]?\d{1,3}\.\d+\s*\)?$/.test(text);

/** Whether a header says that places stand below it. */
export const namesPlaces = (header: string): boolean =>
  /(^|[\s_.-])(place|places|coord\w*|koord\w*|coordonn\w*|position|location|geo\w*|gps|wgs\s?84|lat\w*|point|ort|lieu|lugar|sted|plats)([\s_.-]|$)/i.test(
    header.replace(/([a-z])([A-Z])/g, '$1 $2'),
  );
