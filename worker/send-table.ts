/** Sends a table's rows to be stored. */
import { Fault } from '@/core/fault';
import { rowLines } from '@/core/intake';
import type { RawTable } from '@/core/tables';
import { pause } from './pause';

/**
 * Sends `head`, what is to become of the rows, and the rows. Resolves to the table's key once all is stored; a Fault, with nothing stored, where `stopped` says
 * so in between.
 */
export async function sendTable(
  study: string,
  head: object,
  table: RawTable,
  progress: (share: number) => void,
  stopped: () => boolean,
): Promise<{ key: string; rows: number }> {
  const given = (): Fault => new Fault('Stopped. Nothing was stored.');
  const pieces: BlobPart[] = [`${JSON.stringify(head)}\n`];
  let written = 0;
  for (const lines of rowLines(table)) {
    // Blobs leave this thread's memory; texts would not.
    pieces.push(new Blob([lines]));
    written++;
    if (written % 8 === 0) await pause();
    if (stopped()) throw given();
  }
  const request = new XMLHttpRequest();
  const watch = setInterval(() => stopped() && request.abort(), 100);
  return new Promise<{ key: string; rows: number }>((resolve, reject) => {
    request.open('POST', `/api/studies/${study}/tables`);
    request.setRequestHeader('Content-Type', 'application/x-ndjson');
    request.responseType = 'json';
    // Half of the work is sending: what has come whole is stored then.
    request.upload.onprogress = (event) => event.lengthComputable && progress((0.5 * event.loaded) / event.total);
    request.onload = () => {
      const answer = request.response as { key: string; rows: number; detail?: string } | null;
      if (request.status === 201 && answer) resolve(answer);
      else reject(new Fault(answer?.detail ?? 'The table could not be stored. Try again.'));
    };
    request.onerror = () => reject(new Fault('The server could not be reached. Check that it runs, and try again.'));
    request.onabort = () => reject(given());
    request.send(new Blob(pieces));
  }).finally(() => clearInterval(watch));
}
