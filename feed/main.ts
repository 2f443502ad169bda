/** `npm run feed -- [--port 4600] [--pace 40] [--file notices.ndjson] [--key KEY …] [--faults]`: the practice feed, a process of its own. */
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { demoFiles } from '@/demo/files';
import { startPractice } from './practice';
import { readNotices } from './notices';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: process.env.NUNATAK_FEED_PORT ?? '4600' },
    /** Messages a minute. */
    pace: { type: 'string', default: process.env.NUNATAK_FEED_PACE ?? '40' },
    file: { type: 'string' },
    key: { type: 'string', multiple: true, default: ['harbour-practice'] },
    faults: { type: 'boolean', default: false },
  },
});

const pace = Number(values.pace);
if (!(pace >= 0 && pace <= 600_000))
  throw new Error('--pace says how many messages come in a minute, from 0 to 600000.');
const written = values.file
  ? readFileSync(values.file, 'utf8')
  : new TextDecoder().decode(demoFiles().find(({ name }) => name === 'notices.ndjson')?.bytes);
const notices = readNotices(written);
if (!notices.length) throw new Error('There is no message in the file.');
const feed = await startPractice({
  // The boards of the demo study are written on today; a file of one's own keeps its times.
  notices: values.file ? notices : notices.map(({ time: _, ...notice }) => notice),
  keys: values.key,
  port: Number(values.port),
  pace,
  // Numbers go on growing over a new start.
  first: Date.now() * 10,
  faulty: values.faults,
});
process.stdout.write(`The practice feed is at ${feed.address}, ${pace} messages a minute.\n`);
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => void feed.stop().then(() => process.exit(0)));
