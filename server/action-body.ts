/** Whether what is sent to a page is a call of one of its actions as the pages write them, before anything takes it apart. */

/** Bytes of a call; larger things go to routes in pieces. As in `next.config.ts`. */
export const mostOfCall = 8 * 1024 * 1024;

export interface Misfit {
  status: number;
  sentence: string;
}

/** What is wrong with a call, as a status and a sentence; undefined where it can be taken. Reads the body of a copy. */
export async function misfitOfCall(request: Request): Promise<Misfit | undefined> {
  if (request.method === 'GET' || request.method === 'HEAD') return undefined;
  if (request.method !== 'POST' || !request.headers.has('next-action'))
    return { status: 405, sentence: 'Pages are only read. Changes go to the addresses under /api.' };
  if (!request.headers.get('content-type')?.startsWith('text/plain'))
    return {
      status: 415,
      sentence: 'The request is not written as pages write theirs. Reload the page and try again.',
    };
  const length = Number(request.headers.get('content-length') ?? NaN);
  if (!Number.isInteger(length))
    return { status: 411, sentence: 'The request does not say how long it is. Send it with its Content-Length.' };
  if (length > mostOfCall)
    return { status: 413, sentence: 'This is more than can be changed in one go (8 MB). Do it in parts.' };
  try {
    JSON.parse(await request.clone().text());
  } catch {
    return { status: 400, sentence: 'The request cannot be read. Reload the page and try again.' };
  }
  return undefined;
}
