/** What of a feed's network is drawn. */
import { mostBegun } from '@/core/arrange';
import { grouped } from '@/core/fault';

/** Said where it is not all of it. @param untold Whether ties are there that the page does not know. */
export function drawnWords(nodes: number, untold: boolean): string | undefined {
  if (nodes > mostBegun) return `Drawn are the ${grouped(mostBegun)} nodes with most ties.`;
  return untold ? 'Drawn are the heaviest ties.' : undefined;
}
