/** The command line: measures networks and runs trails without a browser. */
import { writeFileSync } from 'node:fs';
import { threads } from '@/threads';
import { Fault } from '@/core/fault';
import type { Breath } from '@/core/split';
import { chanceCommand } from './chance';
import { help } from './help';
import { measureCommand } from './measure';
import { checkCommand } from './check';
import { runCommand } from './run';

/** Writes what a command makes, with threads at its hand, to its file or to the screen. */
async function written(make: (breath: Breath) => Promise<{ text: string; file?: string }>): Promise<void> {
  const crew = threads();
  try {
    const { text, file } = await make({ breathe: () => undefined, crew });
    if (file === undefined) process.stdout.write(text);
    else writeFileSync(file, text);
  } finally {
    crew.end();
  }
}

async function main(words: readonly string[]): Promise<void> {
  const [command, ...rest] = words;
  if (command === undefined || words.includes('--help') || words.includes('-h')) {
    process.stdout.write(help(command));
    return;
  }
  if (command === 'measure') {
    await written((breath) => measureCommand(rest, breath));
    return;
  }
  if (command === 'chance') {
    await written((breath) => chanceCommand(rest, breath));
    return;
  }
  if (command === 'run') {
    await written(async ({ crew }) => ({ text: await runCommand(rest, crew) }));
    return;
  }
  if (command === 'check') {
    await written(async ({ crew }) => {
      const { text, same } = await checkCommand(rest, crew);
      if (!same) process.exitCode = 1;
      return { text };
    });
    return;
  }
  throw new Fault(
    `There is no command “${command}”. The commands are measure, chance, run and check; --help explains them.`,
  );
}

main(process.argv.slice(2)).catch((error: unknown) => {
  const clear = error instanceof Fault;
  process.stderr.write(
    `${clear ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exitCode = clear ? 2 : 1;
});
