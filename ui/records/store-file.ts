/** Sends a file to be stored, with progress; a stop leaves nothing behind. */
import { Fault } from '@/core/fault';

interface Stored {
  key: string;
  rows: number;
  setAside: number;
}

/** The server reads as fast as it stores, so the share sent is the share stored. */
export function storeFile(
  study: string,
  settings: object,
  file: File,
  progress: (share: number) => void,
): { done: Promise<Stored>; stop: () => void } {
  const request = new XMLHttpRequest();
  const done = new Promise<Stored>((resolve, reject) => {
    request.open('POST', `/api/studies/${study}/tables`);
    request.setRequestHeader('Content-Type', 'application/octet-stream');
    request.responseType = 'json';
    request.upload.onprogress = (event) => event.lengthComputable && progress(event.loaded / event.total);
    request.onload = () => {
      const answer = request.response as Stored & { detail?: string };
      if (request.status === 201) resolve(answer);
      else reject(new Fault(answer?.detail ?? 'The file could not be stored. Try again.'));
    };
    request.onerror = () => reject(new Fault('The server could not be reached. Check that it runs, and try again.'));
    request.onabort = () => reject(new Fault('Stopped. Nothing was stored.'));
    request.send(new Blob([`${JSON.stringify({ ...settings, size: file.size })}\n`, file]));
  });
  return { done, stop: () => request.abort() };
}
