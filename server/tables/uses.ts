/** What reads a table and its columns: said before they are renamed, read otherwise or deleted. */
import { stepsThatRead } from '@/core/trail/columns';
import { studyFor } from '@/server/access';
import { openNames } from '@/server/names';
import { networkTrails } from '@/server/networks';
import { tableFor } from '.';

export interface Use {
  /** Networks, and the titles of their steps that read it. */
  networks: { name: string; steps: string[] }[];
  /** Lists of names over it. */
  lists: string[];
}

export interface TableUses extends Use {
  /** In the order of the table's columns. */
  columns: Use[];
}

export async function usesOf(studyId: string, key: string): Promise<TableUses> {
  await studyFor(studyId, 'read');
  const { columns } = await tableFor(studyId, key);
  const trails = await networkTrails(studyId);
  const names = await openNames(studyId);
  const readers = (column?: string): Use => ({
    networks: trails.flatMap(({ name, trail }) => {
      const steps = trail ? stepsThatRead(trail, key, column) : [];
      return steps.length ? [{ name, steps: [...new Set(steps)] }] : [];
    }),
    lists: names.flatMap((list) =>
      list.columns.some((ref) => ref.table === key && (column === undefined || ref.column === column))
        ? [list.name]
        : [],
    ),
  });
  // Wide tables: most columns are read by nobody.
  return { ...readers(), columns: columns.slice(0, 500).map(({ name }) => readers(name)) };
}
