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

/** Threads are started when first needed; `end` ends them. */
export function crewOver(
  start: (listen: (message: unknown) => void, broke: (why: string) => void) => Port,
  size: number,
): Crew & { end(): void } {
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
  return {
    size,
    async run(task, shared, parts, come) {
      ports ??= Array.from({ length: size }, () => start(listen, broke));
      const job = ++jobs;
      let next = 0;
      let failed = false;
      const one = async (port: Port): Promise<void> => {
        port.post({ kind: 'job', job, task, shared } satisfies Asked);
        try {
          while (next < parts.length && !failed) {
            const number = next++;
            const call = ++calls;
            const answer = await new Promise<Answered>((resolve) => {
              waiting.set(call, resolve);
              port.post({ kind: 'part', job, call, part: parts[number] } satisfies Asked);
            });
            if ('error' in answer) throw answer.fault ? new Fault(answer.error) : new Error(answer.error);
            await come(answer.result, number);
          }
        } catch (error) {
          failed = true;
          throw error;
        } finally {
          port.post({ kind: 'done', job } satisfies Asked);
        }
      };
      await Promise.all(ports.slice(0, parts.length).map(one));
    },
    end() {
      for (const port of ports ?? []) port.end();
      ports = undefined;
    },
  };
}
