/** All tasks that split, by name, for the threads that run parts of them. To add one: a line here. */
import { stepsTask } from './arrange/steps';
import { drawsTask } from './chance/chance';
import { shuffledTask } from './chance/shuffled';
import { groupsTask } from './groups/runs';
import { sweepTask } from './paths/sweep';
import { throughTask } from './paths/through';
import { type Task, atOnce } from './split';

const tasks = [sweepTask, throughTask, drawsTask, shuffledTask, groupsTask, stepsTask];

/** Runs one part of a task. Throws for a name that no task has. */
export async function runPart(name: string, shared: unknown, part: unknown): Promise<unknown> {
  const found = tasks.find((task) => task.name === name) as Task<unknown, unknown, unknown> | undefined;
  if (!found) throw new Error(`there is no task ${name}`);
  return found.run(shared, part, atOnce);
}
