'use client';
import { type Measure, measures, telling } from '@/core/measure';
import { scopeOf } from '@/core/graph';
import { rankedNodes } from '@/core/read';
import { Button, counted, shortNumber } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { EditorProps } from '../../editor';

const sentenceOf = (said: string): string => `${said.charAt(0).toUpperCase()}${said.slice(1)}.`;

const numbered = ['component', 'strong_component'];

/** What the chosen measures say: two or three sentences about this network, and the first of the ranking. */
export function Results({ step }: { step: EditorProps<'measure'>['step'] }) {
  const net = useWorkbench((state) => state.net);
  const store = useWorkbenchStore();
  if (!net) return null;
  const chosen = measures.filter(({ key }) => step.measures.includes(key) && !numbered.includes(key));
  const shown = chosen.flatMap((one) => {
    const [{ key }] = one.columns;
    const col = (one.on === 'nodes' ? net.nodeColumns : net.edgeColumns).find(({ name }) => name === key);
    return col?.type === 'number' ? [{ one, values: col.values }] : [];
  });
  if (shown.length === 0) return null;
  return (
    <>
      {shown.map(({ one, values }) => (
        <section key={one.key} aria-label={one.name} className="mt-4">
          <h2 className="text-sm font-semibold">{one.name}</h2>
          <p className="mb-1 text-sm">{telling(net, one, values).join(' ')}</p>
          {one.columns.length > 1 && one.columns[0].name !== one.name && (
            <p className="text-sm font-medium">{one.columns[0].name}</p>
          )}
          {one.on === 'nodes' && <Ranking measure={one} />}
          <Scope column={one.columns[0].key} />
        </section>
      ))}
      <Button
        className="mt-3"
        onClick={() => {
          store.getState().show('measures');
        }}
      >
        Rank, spread and compare
      </Button>
    </>
  );
}

function Ranking({ measure }: { measure: Measure }) {
  const net = useWorkbench((state) => state.net);
  const store = useWorkbenchStore();
  if (!net) return null;
  const ranked = rankedNodes(net, measure.columns[0].key, 5);
  const most = ranked[0]?.value ?? 0;
  return (
    <ol aria-label={`${measure.name}, highest`}>
      {ranked.map(({ node, value }) => (
        <li key={node}>
          <button
            type="button"
            onClick={() => store.getState().select({ nodes: [net.ids[node]] })}
            className="block w-full py-0.5 text-left hover:bg-ground"
          >
            <span className="flex justify-between gap-3">
              <span className="truncate">{net.labels[node]}</span>
              <span className="text-quiet" title={`Exactly ${value}`}>
                {shortNumber(value)}
              </span>
            </span>
            <span
              className="block h-[3px] rounded-full bg-bar"
              style={{ width: `${most > 0 ? (100 * value) / most : 0}%` }}
            />
          </button>
        </li>
      ))}
    </ol>
  );
}

/** Which nodes and edges a column was computed on. */
function Scope({ column }: { column: string }) {
  const net = useWorkbench((state) => state.net);
  const store = useWorkbenchStore();
  const col = [...(net?.nodeColumns ?? []), ...(net?.edgeColumns ?? [])].find(({ name }) => name === column);
  const origin = col?.computed;
  if (!net || !col || !origin) return null;
  const scope = scopeOf(net, col);
  if (!scope) return origin.said ? <p className="mt-0.5 text-sm text-quiet">{sentenceOf(origin.said)}</p> : null;
  return (
    <p className="mt-0.5 text-sm text-quiet">
      {origin.said && `${sentenceOf(origin.said)} `}
      Computed on {counted(origin.nodes, 'node')} and {counted(origin.edges, 'edge')}; the network shown has{' '}
      {counted(net.ids.length, 'node')} and {counted(net.source.length, 'edge')}.{' '}
      <button
        type="button"
        className="text-accent underline"
        onClick={() => store.getState().measureAgain(origin.step)}
      >
        Measure again here
      </button>
    </p>
  );
}
