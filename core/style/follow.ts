/** Looks that are kept under a name, and styles that follow them: a change of the look reaches them, until they part from it. */
import type { Follows } from './follows';
import { columnsOfLook, lookOfStyle, repointed } from './look-file';
import { type StyleSettings } from './registry';
import { withoutMissing } from './dress';

/** A kept look. Its version grows with every change. */
export interface KeptLook {
  id: string;
  name: string;
  version: number;
  style: StyleSettings;
}

export type { Follows } from './follows';

type Columns = ReturnType<typeof columnsOfLook>;
export type HasColumn = (column: Columns[number]) => boolean;

const sameLook = (a: StyleSettings, b: StyleSettings): boolean =>
  JSON.stringify(lookOfStyle(a)) === JSON.stringify(lookOfStyle(b));

/** Columns that the look reads, that are not here, and that nothing was said of. */
export function missingFor(look: StyleSettings, has: HasColumn, columns: Follows['columns'] = []): Columns {
  return columnsOfLook(look).filter(
    (column) => !has(column) && !columns.some(({ of, name }) => of === column.of && name === column.name),
  );
}

function pointed(look: StyleSettings, columns: Follows['columns'], has: HasColumn): StyleSettings {
  const to = new Map(columns.flatMap((one) => (one.to === '' ? [] : [[`${one.of} ${one.name}`, one.to] as const])));
  return lookOfStyle(withoutMissing(repointed(look, to), has));
}

/** What the look would give now, where all columns are there but those that are left out. */
function asNow(look: StyleSettings, columns: Follows['columns']): StyleSettings {
  const out = ({ of, name }: Columns[number]): boolean =>
    columns.some((one) => one.to === '' && one.of === of && one.name === name);
  return pointed(look, columns, (column) => !out(column));
}

/** The style that a look gives here, and that it is followed from now on; what was set by hand for single nodes and edges stays. */
export function taking(
  look: KeptLook,
  here: StyleSettings,
  columns: Follows['columns'],
  has: HasColumn,
): StyleSettings & { follows: Follows } {
  const style = pointed(look.style, columns, has);
  const { id, name, version } = look;
  return { ...style, byHand: here.byHand, follows: { id, name, version, style, columns } };
}

/** How a style stands to the look that it follows: where that is gone, changed, or the style was changed here since. */
export function standingTo(
  style: StyleSettings & { follows?: Follows },
  look: KeptLook | undefined,
): { gone: boolean; changedThere: boolean; changedHere: boolean } {
  const { follows } = style;
  return {
    gone: follows !== undefined && look === undefined,
    changedThere:
      follows !== undefined &&
      look !== undefined &&
      look.version > follows.version &&
      !sameLook(asNow(look.style, follows.columns), follows.style),
    changedHere: follows !== undefined && !sameLook(style, follows.style),
  };
}
