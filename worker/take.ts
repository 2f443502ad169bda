/** A network as a file: data in one of the written formats, or a picture. */
import { svg, thumbnail } from '@/core/figure';
import type { Network } from '@/core/graph';
import { type StyleSettings } from '@/core/style';
import type { Table } from '@/core/tables';
import { sceneOf } from '@/core/scene';
import { pause } from './pause';
import { png } from './picture';
import type { Taken } from './protocol';

/** The whole file. */
export async function taken(
  what: Exclude<Taken, { kind: 'candidates' | 'chosen' }>,
  network: Network,
  style: StyleSettings | undefined,
  table: (key: string) => Promise<Table>,
): Promise<Blob> {
  if (what.kind === 'data') {
    return (await import('./take-data')).takenData(what, network, table);
  }
  const scene = sceneOf(network, style);
  if (what.kind === 'png') return png(scene, what, pause);
  const drawn = what.kind === 'svg' ? svg(scene, what, pause) : thumbnail(scene);
  return new Blob([await drawn], { type: 'image/svg+xml' });
}
