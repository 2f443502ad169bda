'use client';
import { useEffect, useMemo } from 'react';
import { type Network, distances } from '@/core/graph';
import type { WeightAs } from '@/core/paths';
import { Button, Choose, NumberField, Progress, Toggle, Trouble, counted } from '@/ui/kit';
import { ListAway } from '@/ui/kit/list-away';
import { ChooseNodes, useNodesOf } from '@/ui/science/node-set';
import { useQuestion } from '@/ui/science/use-question';
import { useShown } from '@/ui/state/shown';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { PathAsk } from '@/worker/client';
import { type Find, type PathsState, answerKey } from '@/ui/state/paths';
import { Actions, Found } from './found';
import { nodesList } from './lists';

const finds: readonly { value: Find; label: string; help: string }[] = [
  {
    value: 'shortest',
    label: 'Shortest paths',
    help: 'All paths between two nodes or sets that are as short as any. Between sets, the nearest pairs.',
  },
  {
    value: 'all',
    label: 'All paths up to a length',
    help: 'Paths that meet no node twice. Counting ends at two hundred, or where it would take too long; it is said then.',
  },
  {
    value: 'around',
    label: 'Upstream, downstream, around',
    help: 'Who leads to the chosen nodes, whom they lead to, or who is near, within so many steps.',
  },
  { value: 'cycles', label: 'Cycles', help: 'Ways that come back to where they began, each once.' },
  {
    value: 'tree',
    label: 'Spanning tree',
    help: 'The ties that hold every part together with the least, or the most, weight and without a cycle (Kruskal 1956).',
  },
  {
    value: 'flow',
    label: 'Flow and cut',
    help: 'The most that can run from one node to another when weights are capacities, and the ties that limit it (Dinic 1970).',
  },
];

/** Ways between nodes: drawn in the graph, listed in words. */
export function PathsView() {
  const { net } = useShown();
  const digest = useWorkbench((state) => state.digest);
  const store = useWorkbenchStore();
  const state = useWorkbench((one) => one.paths);
  const set = store.getState().setPaths;
  const { find, from, to, either, as, longest, which, capacities, way, found } = state;
  useEffect(() => {
    const { nodes: selected } = store.getState().selection;
    const { paths, setPaths } = store.getState();
    // Nodes that are selected are the ends that are meant.
    if (selected.length && !paths.from) {
      setPaths({
        from: { from: 'nodes', ids: [selected[0]] },
        to: selected.length > 1 ? { from: 'nodes', ids: selected.slice(1) } : undefined,
      });
    }
  }, [store]);
  const { ask, share, stop, fault, clear } = useQuestion('paths');
  const [fromIds, toIds] = [useNodesOf(from), useNodesOf(to)];
  useEffect(() => clear(), [digest, find, clear]);
  const around = useAround(net, find === 'around' ? fromIds : none, way, longest);
  if (!net) return null;
  const asked = (): PathAsk => {
    const ends = { from: fromIds, to: toIds };
    if (find === 'all') return { find, ...ends, either, longest };
    if (find === 'cycles') return { find, either, longest };
    if (find === 'tree') return { find, which };
    if (find === 'flow') return { find, ...ends, capacities };
    return { find: 'shortest', ...ends, either, as };
  };
  // An answer belongs to its settings and to the network that it was asked of.
  const answer = find !== 'around' && found?.of === answerKey(asked(), digest) ? found.answer : undefined;
  const needsEnds = find === 'shortest' || find === 'all' || find === 'flow';
  const ready = find === 'around' ? fromIds.length > 0 : !needsEnds || (fromIds.length > 0 && toIds.length > 0);
  return (
    <div className="grid min-h-0 grow grid-cols-[15.5rem_minmax(0,1fr)] gap-6 overflow-hidden bg-paper px-5 pt-12">
      <section aria-label="What is looked for" className="-ml-1 overflow-y-auto pr-1 pb-6 pl-1">
        <Choose
          label="Find"
          value={find}
          choices={finds.map(({ value, label }) => ({ value, label }))}
          onChange={(next) => set({ find: next as Find })}
          help={finds.find(({ value }) => value === find)?.help}
        />
        {(needsEnds || find === 'around') && (
          <ChooseNodes label={find === 'around' ? 'Of' : 'From'} value={from} onChange={(from) => set({ from })} />
        )}
        {needsEnds && <ChooseNodes label="To" value={to} onChange={(to) => set({ to })} />}
        {find === 'around' && (
          <Choose
            label="Direction"
            value={way}
            choices={[
              { value: 'in', label: 'upstream: who leads to them' },
              { value: 'out', label: 'downstream: whom they lead to' },
              { value: 'both', label: 'around: either way' },
            ]}
            onChange={(next) => set({ way: next as typeof way })}
          />
        )}
        {find === 'shortest' && (
          <Choose
            label="Length"
            value={as}
            choices={[
              { value: 'none', label: 'in steps' },
              { value: 'strength', label: 'strong ties are short (1 / weight)' },
              { value: 'distance', label: 'weights are distances' },
            ]}
            onChange={(next) => set({ as: next as WeightAs })}
          />
        )}
        {(find === 'all' || find === 'cycles' || find === 'around') && (
          <NumberField
            label="At most so many steps"
            whole
            min={1}
            max={find === 'around' ? 100 : 12}
            value={longest}
            onCommit={(longest) => set({ longest })}
          />
        )}
        {find === 'tree' && (
          <Choose
            label="With"
            value={which}
            choices={[
              { value: 'maximum', label: 'the strongest ties' },
              { value: 'minimum', label: 'the weakest ties' },
            ]}
            onChange={(next) => set({ which: next as typeof which })}
          />
        )}
        {find === 'flow' && (
          <Choose
            label="Capacities"
            value={capacities}
            choices={[
              { value: 'weights', label: net.weightName },
              { value: 'ones', label: 'one for each tie' },
            ]}
            onChange={(next) => set({ capacities: next as typeof capacities })}
          />
        )}
        {net.directed && (find === 'shortest' || find === 'all' || find === 'cycles') && (
          <Toggle label="Ignore direction" checked={either} onChange={(either) => set({ either })} />
        )}
        {find !== 'around' && (
          <Button
            look="main"
            className="mt-4"
            disabled={!ready}
            onClick={() =>
              void ask('end', asked()).then(
                (answer) => answer && set({ found: { of: answerKey(asked(), digest), answer } }),
              )
            }
          >
            Find {find === 'cycles' ? 'cycles' : find === 'tree' ? 'the tree' : find === 'flow' ? 'the flow' : 'paths'}
          </Button>
        )}
        {!ready && (
          <p className="mt-2 text-sm text-quiet">
            Choose the nodes: by name, from the selection, a shortlist, or a column.
          </p>
        )}
        {share !== undefined && share > 0 && <Progress name="Looking" share={share} onStop={stop} />}
        {fault && <Trouble>{fault}</Trouble>}
      </section>
      <section aria-label="What was found" className="overflow-y-auto pb-6">
        {find === 'around' && ready && (
          <>
            <h2 className="mt-3 font-serif text-lg font-semibold">{counted(around.length, 'node')}</h2>
            <p className="text-sm text-quiet">
              The chosen ones and all within {counted(longest, 'step')},{' '}
              {{ in: 'upstream', out: 'downstream', both: 'either way' }[way]}.
            </p>
            <Actions nodes={around}>
              <ListAway
                name={`${store.getState().network.name} ${way === 'both' ? 'around' : `${way === 'in' ? 'up' : 'down'}stream`}`}
                list={() => nodesList(net, around)}
              />
            </Actions>
          </>
        )}
        {find !== 'around' && found && !answer && share === undefined && (
          <p className="mt-3 text-quiet">
            The settings have changed since the last answer. Find again to see what holds now.
          </p>
        )}
        {find !== 'around' && answer && (
          <Found
            answer={answer}
            find={find}
            weightName={net.weightName}
            directed={net.directed && (find === 'flow' || !either)}
          />
        )}
      </section>
    </div>
  );
}

const none: readonly string[] = [];

/** Ids of the nodes within so many steps of some, in the order of the network; none without a node to start from. */
function useAround(
  net: Network | undefined,
  from: readonly string[],
  way: PathsState['way'],
  longest: number,
): string[] {
  return useMemo(() => {
    if (!net || from.length === 0) return [];
    const place = new Map(net.ids.map((id, v) => [id, v]));
    const far = distances(
      net,
      from.flatMap((id) => place.get(id) ?? []),
      way,
      longest,
    );
    return net.ids.filter((_, v) => far[v] >= 0);
  }, [net, from, way, longest]);
}
