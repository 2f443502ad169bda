/** The command line: measures networks and runs trails without a browser. */
import { writeFileSync } from 'node:fs';
import { Fault } from '@/core/fault';
import { help } from './help';
import { measureCommand } from './measure';
import { runCommand } from './run';

async function main(words: readonly string[]): Promise<void> {
  const [command, ...rest] = words;
  if (command === undefined || words.includes('--help') || words.includes('-h')) {
    process.stdout.write(help(command));
    return;
  }
  if (command === 'measure') {
    const { text, file } = await measureCommand(rest);
    if (file === undefined) process.stdout.write(text);
    else writeFileSync(file, text);
    return;
  }
  if (command === 'run') {
    process.stdout.write(await runCommand(rest));
    return;
  }
  throw new Fault(`There is no command “${command}”. The commands are measure and run; --help explains them.`);
}

main(process.argv.slice(2)).catch((error: unknown) => {
  const clear = error instanceof Fault;
  process.stderr.write(
    `${clear ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exitCode = clear ? 2 : 1;
});
