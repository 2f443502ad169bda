/** Keys of sources, as they are kept: enciphered by a key that is not in the database. */
import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { Fault } from '@/core/fault';

/** Where the enciphering key lies: `NUNATAK_KEY_FILE`, or beside the database of this checkout. */
const keyFile = (): string => process.env.NUNATAK_KEY_FILE ?? join(process.cwd(), '.data', 'feed-keys');

/** What keys are enciphered with: `NUNATAK_SECRET`, or a file that is made at the first need. */
function secret(): string {
  if (process.env.NUNATAK_SECRET) return process.env.NUNATAK_SECRET;
  const file = keyFile();
  const read = (): string | undefined => {
    try {
      return readFileSync(file, 'utf8').trim() || undefined;
    } catch {
      return undefined;
    }
  };
  const known = read();
  if (known) return known;
  try {
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600, flag: 'wx' });
  } catch {
    // Another process was first, or there can be no file.
  }
  const made = read();
  if (!made)
    throw new Fault(
      'The keys of feeds cannot be kept: set NUNATAK_SECRET, or NUNATAK_KEY_FILE to where a file can be.',
    );
  return made;
}

const cipherKey = (): Buffer => createHash('sha256').update(`feed keys ${secret()}`).digest();

/** Enciphers with AES-256-GCM; `of` is bound to it, so that it cannot be moved to another feed. */
export function enciphered(text: string, of: string): string {
  const nonce = randomBytes(12);
  const cipher = createCipheriv('aes-256-gcm', cipherKey(), nonce);
  cipher.setAAD(Buffer.from(of));
  const bytes = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), bytes]).toString('base64url');
}

/** @throws Fault where it was enciphered by another key, or for another feed */
export function deciphered(text: string, of: string): string {
  try {
    const bytes = Buffer.from(text, 'base64url');
    const cipher = createDecipheriv('aes-256-gcm', cipherKey(), bytes.subarray(0, 12));
    cipher.setAAD(Buffer.from(of));
    cipher.setAuthTag(bytes.subarray(12, 28));
    return Buffer.concat([cipher.update(bytes.subarray(28)), cipher.final()]).toString('utf8');
  } catch {
    throw new Fault('The key of this feed cannot be read on this machine. Write it in again.', 'key');
  }
}
