/** A network as a file: data in one of the written formats, or a picture. */
import { Fault } from '@/core/fault';
import { svg, thumbnail } from '@/core/figure';
import { writtenFormat } from '@/core/formats/write/registry';
import type { Network } from '@/core/graph';
import { type StyleSettings } from '@/core/style';
import { sceneOf } from '@/core/scene';
import { pause } from './pause';
import { png } from './picture';
import type { Taken } from './protocol';

/** The whole file. A Fault where there is no such format. */
export async function taken(
  what: Exclude<Taken, { kind: 'candidates' | 'chosen' }>,
  network: Network,
  style: StyleSettings | undefined,
): Promise<Blob> {
  if (what.kind === 'data') {
    const format = writtenFormat(what.format);
    if (!format) throw new Fault(`There is no format “${what.format}”.`);
    return new Blob([await format.write(network, what.note)], { type: format.type });
  }
  const scene = sceneOf(network, style);
  if (what.kind === 'png') return png(scene, what, pause);
  const drawn = what.kind === 'svg' ? svg(scene, what, pause) : thumbnail(scene);
  return new Blob([await drawn], { type: 'image/svg+xml' });
}
