/** How the server answers: values, or what went wrong in a form that can be shown. */
import { randomUUID } from 'node:crypto';
import pino from 'pino';
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { NotAllowed, NotFound } from '@/server/access';
import { databaseProblem, passes, unstorable } from '@/server/db/problem';
import { refusal } from '@/server/gate';
import { answeredIn } from '@/server/metered';
import { NotSignedIn, inRequest } from '@/server/people/person';

/** What the log has of an error: what went wrong and where, and nothing of the data that it went wrong with. */
export function toldOf(error: unknown): unknown {
  if (!(error instanceof Error)) return typeof error;
  const [message] = error.message.split('\nparams:');
  const { stack = '', cause } = error;
  return {
    name: error.name,
    message: message.slice(0, 1000),
    // The stack begins with the whole message.
    stack: stack.slice(stack.indexOf('\n    at ') + 1).slice(0, 4000),
    ...(cause === undefined ? {} : { cause: toldOf(cause) }),
  };
}

export const log = pino({ level: process.env.LOG_LEVEL ?? 'warn', serializers: { error: toldOf } });

/** `passing`: the same may succeed a little later; nothing was changed. */
export type Answer<T> = { ok: true; value: T } | { ok: false; fault: string; where?: string; passing?: true };

interface Problem {
  status: number;
  title: string;
  detail: string;
  where?: string;
}

/** What a user may see of an error: a Fault's sentence; of anything else only an id, under which the log has the rest. */
function problemOf(error: unknown): Problem {
  if (error instanceof NotFound) return { status: 404, title: 'Not found', detail: error.message, where: error.where };
  if (error instanceof NotSignedIn)
    return { status: 401, title: 'Not signed in', detail: error.message, where: error.where };
  if (error instanceof NotAllowed) return { status: 403, title: 'Not allowed', detail: error.message };
  if (error instanceof Fault)
    return { status: 422, title: 'Cannot be done', detail: error.message, where: error.where };
  if (error instanceof SyntaxError) return { status: 400, title: 'Wrong input', detail: 'The request is no JSON.' };
  if (error instanceof z.ZodError) {
    const [first] = error.issues;
    return { status: 400, title: 'Wrong input', detail: `${first.path.join('.') || 'The request'}: ${first.message}` };
  }
  const held = databaseProblem(error);
  if (held) {
    log.warn({ error }, held);
    return { status: 503, title: 'Not now', detail: held };
  }
  const unfit = unstorable(error);
  if (unfit) return { status: 422, title: 'Cannot be done', detail: unfit };
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
    return { ok: false, fault: detail, where, ...(passes(error) ? { passing: true } : {}) };
  }
}

/** What every answer under /api says of itself: it is what it says, runs nothing, and belongs to this site alone. */
const guards = {
  'X-Content-Type-Options': 'nosniff',
  'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox; frame-ancestors 'none'",
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Referrer-Policy': 'no-referrer',
};

/** A route handler: requests that are not let in are refused, and whatever is thrown becomes a problem document (RFC 9457). */
export function route<P = Record<string, never>>(
  work: (params: P, request: Request) => Promise<Response>,
): (request: Request, context: { params: Promise<P> }) => Promise<Response> {
  return async (request, context) => {
    const begun = performance.now();
    const answer = await responded(async () => {
      const refused = refusal(request);
      if (refused) return problemDocument({ status: 403, title: 'Refused', detail: refused });
      return inRequest(async () => work(await context.params, request));
    });
    answeredIn(request.method, answer.status, performance.now() - begun);
    for (const [name, value] of Object.entries(guards)) if (!answer.headers.has(name)) answer.headers.set(name, value);
    return answer;
  };
}

function problemDocument({ status, ...problem }: Problem): Response {
  return Response.json(
    { type: 'about:blank', status, ...problem },
    { status, headers: { 'Content-Type': 'application/problem+json' } },
  );
}

async function responded(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    return problemDocument(problemOf(error));
  }
}
