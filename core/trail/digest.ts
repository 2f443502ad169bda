/** Short names of long texts. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** The first 128 bits of SHA-256, in hexadecimal. */
export const digestOf = (text: string): string => bytesToHex(sha256(utf8ToBytes(text))).slice(0, 32);
