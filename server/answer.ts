/** How the server answers: values, or what went wrong in a form that can be shown. */
import { randomUUID } from 'node:crypto';
import pino from 'pino';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { NotFound } from '@/server/access';

export const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });

export type Answer<T> = { ok: true; value: T } | { ok: false; fault: string; where?: string };

interface Problem {
  status: number;
  title: string;
  detail: string;
  where?: string;
}

/** What a user may see of an error: a Fault's sentence; of anything else only an id, under which the log has the rest. */
function problemOf(error: unknown): Problem {
  if (error instanceof NotFound) return { status: 404, title: 'Not found', detail: error.message, where: error.where };
  if (error instanceof Fault)
    return { status: 422, title: 'Cannot be done', detail: error.message, where: error.where };
  if (error instanceof SyntaxError) return { status: 400, title: 'Wrong input', detail: 'The request is no JSON.' };
  if (error instanceof z.ZodError) {
    const [first] = error.issues;
    return { status: 400, title: 'Wrong input', detail: `${first.path.join('.') || 'The request'}: ${first.message}` };
  }
  const id = randomUUID().slice(0, 8);
  log.error({ id, error }, 'defect');
  return {
    status: 500,
    title: 'Defect',
    detail: `Something broke on our side. Its number is ${id}; the server’s log has the rest.`,
  };
}

/** Runs a server action; whatever is thrown becomes an answer. */
export async function answered<T>(work: () => Promise<T>): Promise<Answer<T>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    const { detail, where } = problemOf(error);
    return { ok: false, fault: detail, where };
  }
}

/** Runs a route handler; whatever is thrown becomes a problem document (RFC 9457). */
export async function responded(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    const { status, ...problem } = problemOf(error);
    return Response.json(
      { type: 'about:blank', status, ...problem },
      { status, headers: { 'Content-Type': 'application/problem+json' } },
    );
  }
}

/** Refuses a change that a page of another origin asks for. */
export function fromHere(request: Request): void {
  const site = request.headers.get('sec-fetch-site');
  if (site && site !== 'same-origin' && site !== 'none') {
    throw new Fault('This request came from another site and was not carried out.');
  }
}
