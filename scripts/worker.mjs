/** `npm run worker`: a process that takes runs and reads feeds. */
import { dirname } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { workProgram } from './setup/work.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
await import(pathToFileURL(await workProgram(root)).href);
