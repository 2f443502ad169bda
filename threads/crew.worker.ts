/** A thread of the crew. */
import { parentPort } from 'node:worker_threads';
import { threadSide } from '@/core/split/crew';
import { runPart } from '@/core/tasks';

const hear = threadSide(runPart, (answer) => parentPort?.postMessage(answer));
parentPort?.on('message', hear);
