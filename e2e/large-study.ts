/** Makes a study with a network of so many nodes and ties, of the person of this machine, and writes its address. */
import '@/scripts/outside';
import { pool } from '@/server/db';
import { standingPerson } from '@/server/people/person';
import { sample, trailOf } from '@/server/runs/samples';

const [nodes, ties] = process.argv.slice(2).map(Number);
const trail = trailOf(
  { id: 's2', kind: 'measure', on: true, measures: ['degree'] },
  { id: 's3', kind: 'arrange', on: true, method: 'force' },
  { id: 's4', kind: 'style', on: true },
);
const { study, network } = await sample(await standingPerson(), trail, nodes, ties);
process.stdout.write(`/studies/${study}/networks/${network}\n`);
await pool().end();
