'use client';
/** Which columns of nodes and ties are taken along: all, until some are left. */
import { Tick } from './tick';
import { counted } from './words';

export interface ColumnNames {
  nodes: readonly string[];
  edges: readonly string[];
}

export const noColumns: ColumnNames = { nodes: [], edges: [] };

/** Those that stay; undefined where all do. */
export function columnsKept(all: ColumnNames, left: ColumnNames): { nodes: string[]; edges: string[] } | undefined {
  const kept = (of: keyof ColumnNames): string[] => all[of].filter((name) => !left[of].includes(name));
  const [nodes, edges] = [kept('nodes'), kept('edges')];
  return nodes.length < all.nodes.length || edges.length < all.edges.length ? { nodes, edges } : undefined;
}

export function ColumnTicks({
  all,
  left,
  onLeave,
}: {
  all: ColumnNames;
  left: ColumnNames;
  onLeave: (left: ColumnNames) => void;
}) {
  const kept = columnsKept(all, left);
  const total = counted(all.nodes.length + all.edges.length, 'column');
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-sm text-quiet">
        {kept ? `${kept.nodes.length + kept.edges.length} of ${total}` : `All ${total}`}
      </summary>
      {(['nodes', 'edges'] as const).map((of) => (
        <fieldset key={of} className="mt-1">
          <legend className="text-sm font-semibold">{of === 'nodes' ? 'Of nodes' : 'Of ties'}</legend>
          <div className="max-h-40 overflow-auto">
            {all[of].length === 0 && <p className="text-sm text-quiet">none</p>}
            {all[of].map((column) => (
              <Tick
                key={column}
                checked={!left[of].includes(column)}
                onChange={(on) =>
                  onLeave({ ...left, [of]: on ? left[of].filter((one) => one !== column) : [...left[of], column] })
                }
              >
                <span className="truncate">{column}</span>
              </Tick>
            ))}
          </div>
        </fieldset>
      ))}
    </details>
  );
}
