/** What the runner writes of a network that was run. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { svg } from '@/core/figure';
import { type Made, faultOf, noteOf, styleOf } from '@/core/figure/plan';
import { writtenFormats } from '@/core/formats/write/registry';
import { edgeCount, nodeCount } from '@/core/graph';
import { bibtex, methodText } from '@/core/method';
import { sceneOf } from '@/core/scene';
import { Fault } from '@/core/fault';

/** Refuses a network whose trail stopped on the way. */
export function whole(made: Made | undefined, reports: Made['reports']): Made {
  const fault = made ? faultOf(made) : reports.find((report) => report.fault !== undefined)?.fault;
  const at = reports.find((report) => report.fault === fault)?.id ?? '1';
  if (!made || fault !== undefined) throw new Fault(`Step ${at}: ${fault ?? 'the trail is empty.'}`);
  return made;
}

/** The data files, the map, the method note, its references and a report; its size. */
export async function writeNetwork(made: Made, out: string): Promise<{ nodes: number; edges: number }> {
  const { name, digest, reports, network } = made;
  const size = { nodes: nodeCount(network), edges: edgeCount(network) };
  mkdirSync(out, { recursive: true });
  const write = (file: string, text: string | Uint8Array): void => writeFileSync(join(out, file), text);
  const left: string[] = [];
  for (const format of writtenFormats)
    try {
      write(format.file, await format.write(network));
    } catch (error) {
      // A format that cannot hold so much keeps none of the others from being written.
      if (!(error instanceof Fault)) throw error;
      left.push(`${format.file}: ${error.message}`);
    }
  write('map.svg', await svg(sceneOf(network, styleOf(made)), { width: 1200, height: 900, title: name }));
  const note = noteOf(made);
  write('method.txt', methodText(note));
  write('references.bib', bibtex(note.references));
  const steps = reports.map(({ id, nodes, edges, result, notes }) => ({ id, nodes, edges, result, notes }));
  write(
    'report.json',
    `${JSON.stringify({ name, digest, ...size, steps, ...(left.length ? { left } : {}) }, null, 2)}\n`,
  );
  return size;
}
