/** Reads files; those whose reader may not come back from a broken one, on a thread that is ended when nothing is heard of it. */
import * as Comlink from 'comlink';
import { Fault } from '@/core/fault';
import { type ReadContext, type ReadPart, mayHang, readFile } from '@/core/formats/read';
import { sourceOfFile } from './file-source';

export interface BoundedReader {
  read(
    file: File,
    settings: ReadContext['settings'],
    heard: (share: number) => Promise<void> | void,
  ): Promise<{ parts: ReadPart[] } | { fault: string }>;
}

/** Milliseconds without a sign of life after which a reader is given up. */
const patience = 20_000;

function startReader(): { reader: BoundedReader; end: () => void } {
  const worker = new Worker(new URL('./reader.worker.ts', import.meta.url), { type: 'module', name: 'reader' });
  return { reader: Comlink.wrap<BoundedReader>(worker), end: () => worker.terminate() };
}

/** The tables in a file. A Fault where it cannot be read, or its reading does not come to an end. */
export async function readBounded(
  file: File,
  context: ReadContext,
  start: typeof startReader | undefined = typeof Worker === 'undefined' ? undefined : startReader,
  wait = patience,
): Promise<ReadPart[]> {
  const source = sourceOfFile(file);
  if (!start || !(await mayHang(source))) return readFile(source, context);
  const { reader, end } = start();
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    return await new Promise<ReadPart[]>((resolve, reject) => {
      const alive = (): void => {
        clearTimeout(timer);
        timer = setTimeout(
          () =>
            reject(
              new Fault(
                `“${file.name}” could not be read to its end: it is damaged, or far too large. Bring in a whole copy of it, or save it as CSV.`,
                file.name,
              ),
            ),
          wait,
        );
      };
      alive();
      const heard = async (share: number): Promise<void> => {
        alive();
        try {
          await context.breathe(share);
        } catch (error) {
          reject(error instanceof Error ? error : new Error('the reading was ended'));
        }
      };
      reader
        .read(file, context.settings, Comlink.proxy(heard))
        .then(
          (answer) => ('fault' in answer ? reject(new Fault(answer.fault, file.name)) : resolve(answer.parts)),
          reject,
        );
    });
  } finally {
    clearTimeout(timer);
    end();
  }
}
