/** Short names of long texts. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** Those of long texts made last: a trail that remembers the places of its nodes is named several times in each run. */
const made = new Map<string, string>();
const longText = 2000;
const mostMade = 32;

const named = (text: string): string => bytesToHex(sha256(utf8ToBytes(text))).slice(0, 32);

/** The first 128 bits of SHA-256, in hexadecimal. */
export function digestOf(text: string): string {
  if (text.length < longText) return named(text);
  const digest = made.get(text) ?? named(text);
  made.delete(text);
  made.set(text, digest);
  if (made.size > mostMade) made.delete(made.keys().next().value as string);
  return digest;
}
