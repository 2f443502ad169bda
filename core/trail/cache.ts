/** Results of steps and of work inside them, by digest, up to so many bytes. The least lately used leave first. */

/** What a result holds that takes room: buffers and lists of texts. Several results share most of them. */
type Part = ArrayBufferLike | readonly unknown[];

export class TrailCache {
  private readonly kept = new Map<string, { value: unknown; parts: ReadonlySet<Part> }>();
  /** By part: its bytes, and how many results hold it. */
  private readonly parts = new Map<Part, { bytes: number; holders: number }>();
  private size = 0;

  /** `most` bytes; one result stays however large it is. */
  constructor(private readonly most = 384 * 1024 * 1024) {}

  /** Bytes of all that is kept; what several results share counts once. */
  get bytes(): number {
    return this.size;
  }

  get(key: string): unknown {
    const found = this.kept.get(key);
    if (found === undefined) return undefined;
    this.kept.delete(key);
    this.kept.set(key, found);
    return found.value;
  }

  set(key: string, value: unknown): void {
    this.drop(key);
    const parts = partsOf(value);
    this.kept.set(key, { value, parts });
    for (const part of parts) {
      const known = this.parts.get(part);
      if (known) known.holders++;
      else {
        const bytes = bytesOf(part);
        this.parts.set(part, { bytes, holders: 1 });
        this.size += bytes;
      }
    }
    for (const [first] of this.kept) {
      if (this.size <= this.most || this.kept.size === 1) return;
      this.drop(first);
    }
  }

  private drop(key: string): void {
    const held = this.kept.get(key);
    if (!held) return;
    this.kept.delete(key);
    for (const part of held.parts) {
      const known = this.parts.get(part);
      if (!known || --known.holders > 0) continue;
      this.parts.delete(part);
      this.size -= known.bytes;
    }
  }
}

/** A result, its table of references and the like: small beside what it holds. */
const overhead = 64;

function bytesOf(part: Part): number {
  if (!Array.isArray(part)) return (part as ArrayBufferLike).byteLength + overhead;
  let bytes = overhead + 8 * part.length;
  for (const one of part) if (typeof one === 'string') bytes += 24 + 2 * one.length;
  return bytes;
}

/** Buffers and lists that a value holds, however deep. */
function partsOf(value: unknown): Set<Part> {
  const found = new Set<Part>();
  const seen = new Set<object>();
  const visit = (one: unknown): void => {
    if (typeof one !== 'object' || one === null || seen.has(one)) return;
    seen.add(one);
    if (ArrayBuffer.isView(one)) found.add(one.buffer);
    else if (Array.isArray(one)) {
      found.add(one);
      for (const inner of one) if (typeof inner === 'object') visit(inner);
    } else if (one instanceof Map || one instanceof Set) for (const inner of one.values()) visit(inner);
    else Object.values(one).forEach(visit);
  };
  visit(value);
  return found;
}
