/** A crew over threads of any kind: what is shared goes to each once, then parts one by one. */
import { Fault } from '../fault';
import type { Crew } from '.';

/** A thread, as a worker in the browser or in Node.js gives it. */
export interface Port {
  post(message: unknown): void;
  end(): void;
}

type Asked =
  | { kind: 'job'; job: number; task: string; shared: unknown }
  | { kind: 'part'; job: number; call: number; part: unknown }
  | { kind: 'done'; job: number };
type Answered = { call: number; result: unknown } | { call: number; error: string; fault: boolean };

/** What a thread does with its messages. Several jobs can be at work at once. */
export function threadSide(
  runPart: (task: string, shared: unknown, part: unknown) => Promise<unknown>,
  post: (answer: unknown) => void,
): (message: unknown) => void {
  const jobs = new Map<number, { task: string; shared: unknown }>();
  return (message) => {
    const asked = message as Asked;
    if (asked.kind === 'job') jobs.set(asked.job, asked);
    else if (asked.kind === 'done') jobs.delete(asked.job);
    else {
      const job = jobs.get(asked.job);
      runPart(job?.task ?? '', job?.shared, asked.part).then(
        (result) => post({ call: asked.call, result } satisfies Answered),
        (error: unknown) =>
          post({
            call: asked.call,
            error: error instanceof Error ? error.message : String(error),
            fault: error instanceof Fault,
          } satisfies Answered),
      );
    }
  };
}

/** A job whose parts are handed over one by one. */
export interface OpenJob {
  /** What comes of a part. @throws Fault; Error where the thread broke */
  part(part: unknown): Promise<unknown>;
  /** The thread lets go of what the parts share. */
  done(): void;
}

export interface Threads extends Crew {
  /** A job on the first of the threads. */
  open(task: string, shared: unknown): OpenJob;
  end(): void;
}

/** Threads are started when first needed; `end` ends them. */
export function crewOver(
  start: (listen: (message: unknown) => void, broke: (why: string) => void) => Port,
  size: number,
): Threads {
  let ports: Port[] | undefined;
  let calls = 0;
  let jobs = 0;
  const waiting = new Map<number, (answer: Answered) => void>();
  /** A thread that broke answers nothing any more: what waits ends with its reason. */
  const broke = (why: string): void => {
    for (const [call, go] of waiting) go({ call, error: why, fault: false });
    waiting.clear();
  };
  const listen = (message: unknown): void => {
    const answer = message as Answered;
    waiting.get(answer.call)?.(answer);
    waiting.delete(answer.call);
  };
  const started = (): Port[] => (ports ??= Array.from({ length: size }, () => start(listen, broke)));
  const on = (port: Port, job: number, task: string, shared: unknown): OpenJob => {
    port.post({ kind: 'job', job, task, shared } satisfies Asked);
    return {
      async part(part) {
        const call = ++calls;
        const answer = await new Promise<Answered>((resolve) => {
          waiting.set(call, resolve);
          port.post({ kind: 'part', job, call, part } satisfies Asked);
        });
        if ('error' in answer) throw answer.fault ? new Fault(answer.error) : new Error(answer.error);
        return answer.result;
      },
      done: () => port.post({ kind: 'done', job } satisfies Asked),
    };
  };
  return {
    size,
    open: (task, shared) => on(started()[0], ++jobs, task, shared),
    async run(task, shared, parts, come) {
      const job = ++jobs;
      let next = 0;
      let failed = false;
      const one = async (port: Port): Promise<void> => {
        const held = on(port, job, task, shared);
        try {
          while (next < parts.length && !failed) {
            const number = next++;
            await come(await held.part(parts[number]), number);
          }
        } catch (error) {
          failed = true;
          throw error;
        } finally {
          held.done();
        }
      };
      await Promise.all(started().slice(0, parts.length).map(one));
    },
    end() {
      for (const port of ports ?? []) port.end();
      ports = undefined;
      broke('the threads were ended');
    },
  };
}
