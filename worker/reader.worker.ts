/** Reads a file whose reader may not come back, on a thread that can be ended. */
import * as Comlink from 'comlink';
import { Fault } from '@/core/fault';
import { readFile } from '@/core/formats/read';
import type { BoundedReader } from './bounded-read';
import { sourceOfFile } from './file-source';

const reader: BoundedReader = {
  async read(file, settings, heard) {
    try {
      return { parts: await readFile(sourceOfFile(file), { settings, breathe: (share) => heard(share) }) };
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      return { fault: error.message };
    }
  },
};
Comlink.expose(reader);
