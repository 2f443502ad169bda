'use client';
import { useEffect, useMemo, useState } from 'react';
import { edgeIdOf } from '@/core/graph';
import { Button, Choose, Field, Tabs, Trouble, counted, amountOf, grouped } from '@/ui/kit';
import { ListAway } from '@/ui/kit/list-away';
import { ChooseNodes, groupingColumns, nodesOf, useNodesOf } from '@/ui/science/node-set';
import { useQuestion } from '@/ui/science/use-question';
import { useShortlists } from '@/ui/shortlists/use-shortlists';
import { useShown } from '@/ui/state/shown';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { ContactAnswer } from '@/worker/client';
import type { NodeSet } from '@/ui/state/paths';

/** How two groups touch: directly, and through third nodes; or several groups against one. */
export function ContactsView() {
  const { net } = useShown();
  const digest = useWorkbench((state) => state.digest);
  const [how, setHow] = useState<'two' | 'several'>('two');
  const [first, setFirst] = useState<NodeSet>();
  const [second, setSecond] = useState<NodeSet>();
  const [by, setBy] = useState('');
  const [column, setColumn] = useState('');
  const two = useQuestion('contacts');
  const several = useQuestion('touching');
  const [a, b] = [useNodesOf(first), useNodesOf(second)];
  const columns = useMemo(() => (net ? groupingColumns(net) : []), [net]);
  const groups = useMemo(() => {
    const values = columns.find(({ name }) => name === column)?.values ?? [];
    return net
      ? values.map((value) => ({ name: value, nodes: nodesOf(net, { from: 'value', column, value }, []) }))
      : [];
  }, [columns, column, net]);
  const { ask } = two;
  const { ask: askSeveral } = several;
  useEffect(() => {
    if (how === 'two' && a.length && b.length) void ask('end', { first: a, second: b, by: by || undefined });
  }, [how, a, b, by, ask, digest]);
  useEffect(() => {
    if (how === 'several' && groups.length && a.length) void askSeveral('end', { groups, one: a });
  }, [how, groups, a, askSeveral, digest]);
  if (!net) return null;
  const edgeColumns = net.edgeColumns.filter(({ type }) => type === 'text' || type === 'list').map(({ name }) => name);
  const ready = how === 'two' ? a.length > 0 && b.length > 0 : a.length > 0 && groups.length > 0;
  return (
    <div className="grid min-h-0 grow grid-cols-[15.5rem_minmax(0,1fr)] gap-6 overflow-hidden bg-paper px-5 pt-12">
      <section aria-label="Which groups" className="overflow-y-auto pb-6">
        <Field label="Contacts of">
          <Tabs
            name="Contacts of"
            value={how}
            choices={[
              { value: 'two', label: 'Two groups' },
              { value: 'several', label: 'Several against one' },
            ]}
            onChange={setHow}
          />
        </Field>
        {how === 'several' && (
          <Choose
            label="The groups of"
            value={column}
            choices={columns.map(({ name }) => ({ value: name, label: name }))}
            onChange={setColumn}
          />
        )}
        <ChooseNodes label={how === 'two' ? 'First group' : 'Against'} value={first} onChange={setFirst} />
        {how === 'two' && <ChooseNodes label="Second group" value={second} onChange={setSecond} />}
        {how === 'two' && (
          <Choose
            label="Counts per"
            value={by}
            choices={[
              { value: '', label: 'kind of node' },
              ...[...new Set([...columns.map(({ name }) => name), ...edgeColumns])].map((name) => ({
                value: name,
                label: name,
              })),
            ]}
            onChange={setBy}
            help="A column of the nodes, or of the ties."
          />
        )}
        <p className="mt-3 text-sm text-quiet">
          Direction is ignored. A node in both groups belongs to the first. Third nodes stand outside of both.
        </p>
      </section>
      <section aria-label="Contacts" className="overflow-y-auto pt-3 pb-6">
        {!ready && (
          <p className="text-quiet">
            Choose the groups: any two shortlists, groups, values of a column, or selections.
          </p>
        )}
        {two.fault && how === 'two' && <Trouble>{two.fault}</Trouble>}
        {ready && how === 'two' && two.answer && <Two answer={two.answer} by={by} ends={[a, b]} />}
        {ready && how === 'several' && several.answer && <Several rows={several.answer} groups={groups} />}
      </section>
    </div>
  );
}

const mostShown = 100;

function Two({ answer, by, ends }: { answer: ContactAnswer; by: string; ends: readonly string[][] }) {
  const { net } = useShown();
  const name = useWorkbench((state) => state.network.name);
  const store = useWorkbenchStore();
  const { network } = useShortlists();
  const { direct, thirds, kinds } = answer;
  if (!net) return null;
  const touching = (): string[] => {
    const inside = new Set(ends.flat());
    const nodes = new Set([
      ...direct.flatMap(({ edge }) => [net.ids[net.source[edge]], net.ids[net.target[edge]]]),
      ...thirds.map(({ id }) => id),
    ]);
    const third = new Set(thirds.map(({ id }) => id));
    net.source.forEach((v, e) => {
      const [x, y] = [net.ids[v], net.ids[net.target[e]]];
      if (third.has(x) && inside.has(y)) nodes.add(y);
      if (third.has(y) && inside.has(x)) nodes.add(x);
    });
    return [...nodes];
  };
  const nothing = direct.length === 0 && thirds.length === 0;
  return (
    <>
      <h2 className="font-serif text-lg font-semibold">
        {nothing ? 'No contact' : `${counted(direct.length, 'direct tie')}, ${counted(thirds.length, 'third node')}`}
      </h2>
      <p className="text-sm text-quiet">
        {grouped(answer.first)} and {grouped(answer.second)} nodes
        {answer.both > 0 && `, ${grouped(answer.both)} of them in both`}. {counted(answer.pairsDirect, 'pair')} tied
        directly, {counted(answer.pairsThrough, 'pair')} joined through a third.
      </p>
      {!nothing && (
        <div className="mt-2 flex flex-wrap gap-2">
          <Button
            look="main"
            onClick={() => {
              store.getState().select({ nodes: touching(), edges: undefined });
              store.getState().show('graph');
            }}
          >
            Show in the graph
          </Button>
          <Button onClick={() => void network('contacts', touching(), 0)}>A network of just these</Button>
          <ListAway
            name={`${name} contacts`}
            list={() => ({
              heads: [
                'contact',
                'from',
                'to',
                'weight',
                'ties to the first',
                'ties to the second',
                'pairs',
                by || 'kind',
              ],
              rows: [
                ...direct.map((d) => ['direct', d.from, d.to, d.weight, '', '', '', d.value]),
                ...thirds.map((t) => ['third', t.label, '', '', t.first, t.second, t.pairs, t.kind]),
              ],
            })}
          />
        </div>
      )}
      {kinds.length > 0 && (by !== '' || kinds.length > 1) && (
        <Rows
          title={`Counts per ${by || 'kind'}`}
          heads={[by || 'Kind', 'Direct ties', 'Third nodes', 'Pairs through them']}
          rows={kinds.map(({ value, direct: d, thirds: t, pairs }) => [value, d, t, pairs])}
        />
      )}
      {direct.length > 0 && (
        <>
          <h3 className="mt-4 mb-1 text-sm font-semibold">Direct ties</h3>
          <ul aria-label="Direct ties">
            {direct.slice(0, mostShown).map(({ edge, from, to, weight }) => (
              <li key={edge} className="border-b border-rule">
                <button
                  type="button"
                  className="flex w-full justify-between gap-3 py-0.5 text-left hover:bg-ground"
                  onClick={() => store.getState().select({ nodes: [], edges: [edgeIdOf(net, edge)] })}
                >
                  <span className="truncate">
                    {from} {net.directed ? '→' : '–'} {to}
                  </span>
                  <span className="text-quiet">{amountOf(weight, net.weightName)}</span>
                </button>
              </li>
            ))}
          </ul>
          {direct.length > mostShown && (
            <p className="text-sm text-quiet">and {grouped(direct.length - mostShown)} more, in the CSV</p>
          )}
        </>
      )}
      {thirds.length > 0 && (
        <>
          <h3 className="mt-4 mb-1 text-sm font-semibold">Third nodes between them</h3>
          <ol aria-label="Third nodes">
            {thirds.slice(0, mostShown).map(({ id, label, kind, first, second, pairs }) => (
              <li key={id} className="border-b border-rule">
                <button
                  type="button"
                  className="flex w-full justify-between gap-3 py-0.5 text-left hover:bg-ground"
                  onClick={() => store.getState().select({ nodes: [id] })}
                >
                  <span className="truncate">
                    {label} {kind !== 'nodes' && <span className="text-quiet">{kind}</span>}
                  </span>
                  <span className="shrink-0 text-quiet">
                    {grouped(first)} + {grouped(second)}, {counted(pairs, 'pair')}
                  </span>
                </button>
              </li>
            ))}
          </ol>
          {thirds.length > mostShown && (
            <p className="text-sm text-quiet">and {grouped(thirds.length - mostShown)} more, in the CSV</p>
          )}
        </>
      )}
    </>
  );
}

const severalHeads = ['Group', 'Nodes', 'Direct ties', 'Third nodes', 'Pairs through them'];

function Several({
  rows,
  groups,
}: {
  rows: readonly { name: string; nodes: number; direct: number; thirds: number; pairs: number }[];
  groups: readonly { name: string; nodes: string[] }[];
}) {
  const store = useWorkbenchStore();
  const network = useWorkbench((state) => state.network.name);
  const without = rows.filter(({ direct, thirds }) => direct + thirds === 0).length;
  const sorted = [...rows]
    .sort((x, y) => y.direct - x.direct || y.pairs - x.pairs)
    .map((row) => [row.name, row.nodes, row.direct, row.thirds, row.pairs]);
  return (
    <>
      <h2 className="font-serif text-lg font-semibold">{counted(rows.length, 'group')} against one</h2>
      <p className="text-sm text-quiet">
        {without ? `${counted(without, 'group')} without any contact.` : 'All have some contact.'} A row is selected by
        its name.
      </p>
      <div className="mt-2">
        <ListAway name={`${network} contacts of groups`} list={() => ({ heads: severalHeads, rows: sorted })} />
      </div>
      <Rows
        title="Contacts of several groups"
        heads={severalHeads}
        rows={sorted}
        onRow={(name) => store.getState().select({ nodes: groups.find((one) => one.name === name)?.nodes ?? [] })}
      />
    </>
  );
}

function Rows({
  title,
  heads,
  rows,
  onRow,
}: {
  title: string;
  heads: readonly string[];
  rows: readonly (readonly (string | number)[])[];
  onRow?: (name: string) => void;
}) {
  return (
    <table className="mt-3 w-full border-collapse">
      <caption className="sr-only">{title}</caption>
      <thead>
        <tr className="border-b border-line text-sm text-quiet">
          {heads.map((head, i) => (
            <th
              key={head}
              scope="col"
              className={i ? 'px-2 py-1 text-right font-medium' : 'py-1 text-left font-medium'}
            >
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, ...counts]) => (
          <tr key={String(name)} className="border-b border-rule">
            <th scope="row" className="py-0.5 text-left font-medium">
              {onRow ? (
                <button type="button" className="hover:underline" onClick={() => onRow(String(name))}>
                  {name}
                </button>
              ) : (
                name
              )}
            </th>
            {counts.map((count, i) => (
              <td key={i} className="px-2 text-right">
                {count === 0 ? <span className="text-quiet">none</span> : grouped(Number(count))}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
