import { Fault } from '@/core/fault';
import { type FigurePart, type KindOfPart, partKinds } from '@/core/figure/plan';
import type { OpenedFigure } from './store';

/** A part as it is first put on the page: of the network that is there already, with the columns that it has. A Fault where the network lacks what it needs. */
export function newPart(
  kind: KindOfPart,
  { figure, networks, drawn }: Pick<OpenedFigure, 'figure' | 'networks' | 'drawn'>,
): FigurePart {
  let number = figure.parts.length + 1;
  while (figure.parts.some(({ id }) => id === `${kind}-${number}`)) number++;
  const last = figure.parts.findLast((part) => 'network' in part);
  const network = last && 'network' in last ? last.network : networks[0]?.id;
  const columns = drawn?.columns.find((one) => one.network === network)?.nodes ?? [];
  const numbers = columns.filter(({ type }) => type === 'number');
  const texts = columns.filter(({ type, values }) => type === 'text' && values <= 30);
  if (partKinds[kind].ofNetwork && network === undefined)
    throw new Fault('The study has no network yet. Make one first, on the Networks page.');
  const needed = <T>(list: readonly T[], many: number, what: string): readonly T[] => {
    if (list.length < many)
      throw new Fault(`The network has no ${what}. Add a Measure step, or a column, to it first.`);
    return list;
  };
  const own = {
    ranking: () => ({ column: needed(numbers, 1, 'column of numbers to rank by')[0].name }),
    spread: () => ({ column: needed(numbers, 1, 'column of numbers to spread')[0].name }),
    cross: () => {
      const [rows, across] = needed(texts, 2, 'two columns of at most 30 values');
      return { rows: rows.name, columns: across.name };
    },
    // Another map shows the same nodes at the same places, so that the two can be compared.
    map: () => {
      const first = figure.parts.find((part) => part.kind === 'map');
      return first ? { places: first.id } : {};
    },
  } as Partial<Record<KindOfPart, () => object>>;
  return partKinds[kind].schema.parse({
    id: `${kind}-${number}`,
    kind,
    ...(partKinds[kind].ofNetwork ? { network } : {}),
    ...own[kind]?.(),
  });
}
