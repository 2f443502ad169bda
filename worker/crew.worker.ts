/** A thread of the crew in the browser. */
import { threadSide } from '@/core/split/crew';
import { runPart } from '@/core/tasks';

const scope = self as unknown as { postMessage(message: unknown): void; onmessage: (event: MessageEvent) => void };
const hear = threadSide(runPart, (answer) => scope.postMessage(answer));
scope.onmessage = ({ data }) => hear(data);
