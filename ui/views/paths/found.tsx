'use client';
/** Paths that were found, in words and to go on with. */
import type { ReactNode } from 'react';
import { type EdgeId, edgeIdOf } from '@/core/graph';
import { Button, counted, grouped, shortNumber } from '@/ui/kit';
import { ListAway } from '@/ui/kit/list-away';
import { useWorkbenchStore } from '@/ui/state/context';
import type { WorkbenchStore } from '@/ui/state/store';
import type { PathAnswer, PathAsk } from '@/worker/client';
import { awayNames, listOf } from './lists';

/** Edges of an answer by their ids. */
function named(store: WorkbenchStore, edges: readonly number[]): EdgeId[] {
  const { net } = store.getState();
  return net ? edges.map((e) => edgeIdOf(net, e)) : [];
}

/** What can be done with nodes and ties that were found. */
export function Actions({
  nodes,
  edges,
  children,
}: {
  nodes: readonly string[];
  edges?: readonly number[];
  children: ReactNode;
}) {
  const store = useWorkbenchStore();
  return (
    <div className="mt-2 flex flex-wrap gap-2">
      <Button
        look="main"
        disabled={!nodes.length}
        onClick={() => {
          store.getState().select({ nodes: [...nodes], edges: edges && named(store, edges) });
          store.getState().show('graph');
        }}
      >
        Show in the graph
      </Button>
      <Button disabled={!nodes.length} onClick={() => store.getState().select({ nodes: [...nodes] })}>
        Select the nodes
      </Button>
      <Button
        disabled={!nodes.length}
        onClick={() => {
          const { net, addStep } = store.getState();
          const ties = net && edges?.map((e) => [net.ids[net.source[e]], net.ids[net.target[e]]]);
          addStep('keep', { rule: { by: 'nodes', nodes: [...nodes], ...(ties ? { ties } : {}) } });
        }}
      >
        Keep only these
      </Button>
      {children}
    </div>
  );
}

/** An answer as a list. */
export function Found({
  answer,
  find,
  weightName,
  directed,
}: {
  answer: PathAnswer;
  find: PathAsk['find'];
  weightName: string;
  directed: boolean;
}) {
  const store = useWorkbenchStore();
  const { rows, more, flow, tree } = answer;
  let title = `${grouped(rows.length)}${more ? ' and more' : ''} ${find === 'cycles' ? (rows.length === 1 ? 'cycle' : 'cycles') : rows.length === 1 ? 'path' : 'paths'}`;
  if (flow) title = `${shortNumber(flow.value)} can flow`;
  if (tree) title = `${counted(tree.ties, 'tie')}, weight ${shortNumber(tree.weight)}`;
  const nothing = !flow && !tree && rows.length === 0;
  return (
    <>
      <h2 className="mt-3 font-serif text-lg font-semibold">
        {nothing ? (find === 'cycles' ? 'No cycle' : 'No path') : title}
      </h2>
      {nothing && (
        <p className="text-quiet">
          {find === 'cycles'
            ? 'No way of so few steps comes back to where it began.'
            : 'None leads from the one to the other. Ignore direction, or allow more steps.'}
        </p>
      )}
      {more && (
        <p className="text-sm text-quiet">
          There are more than are listed. Take fewer steps or smaller sets to see all.
        </p>
      )}
      {!nothing && (
        <Actions nodes={answer.nodes} edges={answer.edges}>
          <ListAway
            name={`${store.getState().network.name} ${awayNames[find]}`}
            list={() => listOf(answer, weightName, store.getState().net)}
          />
        </Actions>
      )}
      {flow && (
        <>
          <p className="mt-3">
            {counted(flow.connectivity, 'tie')} must go before nothing joins the two (directions as they are, parallel
            ties as one).
          </p>
          <h3 className="mt-3 text-sm font-semibold">The smallest cut: {counted(flow.cut.length, 'tie')}</h3>
          <ul>
            {flow.cut.slice(0, 100).map((tie, i) => (
              <li key={i} className="border-b border-rule py-0.5">
                {tie.from} {directed ? '→' : '–'} {tie.to}
              </li>
            ))}
          </ul>
        </>
      )}
      <ol aria-label="Paths" className="mt-3">
        {rows.map((row, i) => (
          <li key={i}>
            <button
              type="button"
              className="block w-full border-b border-rule px-1 py-1.5 text-left hover:bg-ground"
              onClick={() =>
                store
                  .getState()
                  .select({ nodes: [...new Set(row.nodes.map(({ id }) => id))], edges: named(store, row.edges) })
              }
            >
              {row.nodes.map(({ id, label }, k) => (
                <span key={`${id} ${k}`}>
                  {k > 0 && (
                    <span className="px-1 text-quiet" title={`${shortNumber(row.weights[k - 1])} ${weightName}`}>
                      {directed ? '→' : '–'}
                      <sub> {shortNumber(row.weights[k - 1])}</sub>{' '}
                    </span>
                  )}
                  {label}
                </span>
              ))}
              <span className="block text-sm text-quiet">
                {counted(row.nodes.length - 1, 'step')}
                {row.length !== row.nodes.length - 1 && `, length ${shortNumber(row.length)}`}; weakest tie{' '}
                {shortNumber(Math.min(...row.weights))}, {shortNumber(row.weights.reduce((sum, w) => sum + w, 0))}{' '}
                {weightName} along the way
              </span>
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}
