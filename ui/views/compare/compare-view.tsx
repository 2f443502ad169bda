'use client';
import { categoryPalettes, defaultPalette } from '@/core/style';
import { useCallback, useState } from 'react';
import { Choose, counted, grouped, shortNumber } from '@/ui/kit';
import { useSession, useWorkbench } from '@/ui/state/context';
import type { Comparison } from '@/worker/client';
import { ListAway, type Listed } from '@/ui/kit/list-away';
import { useAsked } from '@/ui/kit/use-asked';

/** This network and another of the study side by side: counts, what they share, measures. */
export function CompareView() {
  const own = useWorkbench((state) => state.network);
  const networks = useWorkbench((state) => state.networks);
  const trail = useWorkbench((state) => state.trail);
  const session = useSession();
  const others = networks.filter(({ id }) => id !== own.id);
  const fork = others.find(({ name }) => name.startsWith(own.name) || own.name.startsWith(name));
  const [other, setOther] = useState((fork ?? others[0])?.id ?? '');
  const ask = useCallback(
    () => (other ? session.current?.service.compare(trail, other) : undefined),
    [trail, other, session],
  );
  const { answer: found, fault } = useAsked(ask);
  if (!others.length) {
    return (
      <p className="m-auto text-quiet">
        There is no other network to compare with. Fork this one in the menu by its name.
      </p>
    );
  }
  return (
    <div className="min-h-0 grow overflow-auto bg-paper px-6 pt-13 pb-8">
      <div className="max-w-72">
        <Choose
          label="Compared with"
          value={other}
          choices={others.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={setOther}
        />
      </div>
      {fault && (
        <p role="alert" className="mt-3 w-fit rounded-md bg-danger-tint px-2.5 py-2 text-danger">
          {fault}
        </p>
      )}
      {found && !fault && (
        <>
          <div className="mt-3">
            <ListAway name={`${own.name} and ${found.name}`} list={() => sidesList(found, own.name)} />
          </div>
          <Sides found={found} own={own.name} />
        </>
      )}
    </div>
  );
}

/** All that is compared, a figure in a row. */
export function sidesList(found: Comparison, own: string): Listed {
  const { nodes, edges, jaccard, qap, flow = [] } = found;
  return {
    heads: ['what', 'of', own, found.name],
    rows: [
      ...found.figures.map(({ name, here, there }) => ['figure', name, here, there]),
      ['figure', 'nodes in both', nodes.both, nodes.both],
      ['figure', 'edges in both', edges.both, edges.both],
      ['figure', 'edges in one alone', edges.here, edges.there],
      ['likeness', 'Jaccard index of ties', jaccard.value, jaccard.value],
      ...(qap ? [['likeness', 'correlation of the matrices', qap.correlation, qap.correlation]] : []),
      ...found.measures.flatMap(({ column, rows }) => rows.map((row) => [column, row.label, row.here, row.there])),
      ...flow.map(({ from, to, count }) => ['nodes by group', `${from} → ${to}`, count, count]),
      ...nodes.here.map((name) => ['node in one alone', name, 1, 0]),
      ...nodes.there.map((name) => ['node in one alone', name, 0, 1]),
    ],
  };
}

function Sides({ found, own }: { found: Comparison; own: string }) {
  const { nodes, edges } = found;
  return (
    <>
      <table className="mt-4 w-full max-w-2xl border-collapse bg-panel">
        <caption className="sr-only">Figures side by side</caption>
        <Head first="Figure" own={own} name={found.name} />
        <tbody>
          {found.figures.map(({ key, name, words, here, there }) => (
            <Row key={key} name={name} words={words} here={here} there={there} />
          ))}
          <Row name="Nodes in both" here={nodes.both} there={nodes.both} />
          <Row name="Edges in both" here={edges.both} there={edges.both} />
          <Row name="Edges in one alone" here={edges.here} there={edges.there} />
        </tbody>
      </table>
      <Likeness found={found} />
      {found.flow && <Flow flow={found.flow} own={own} other={found.name} />}
      <div className="mt-5 grid max-w-2xl grid-cols-2 gap-6">
        <Names title={`In “${own}” alone`} names={nodes.here} />
        <Names title={`In “${found.name}” alone`} names={nodes.there} />
      </div>
      {found.measures.map(({ column, rows }) => (
        <table key={column} className="mt-5 w-full max-w-2xl border-collapse bg-panel">
          <caption className="mb-1 text-left font-serif text-base font-semibold">{column}, highest in either</caption>
          <Head first="Node" own={own} name={found.name} />
          <tbody>
            {rows.map((row) => (
              <Row key={row.label} name={row.label} here={row.here} there={row.there} />
            ))}
          </tbody>
        </table>
      ))}
    </>
  );
}

function Likeness({ found }: { found: Comparison }) {
  const { jaccard, qap } = found;
  return (
    <section aria-label="Likeness" className="mt-5 max-w-2xl">
      <h2 className="font-serif text-base font-semibold">How alike the ties are</h2>
      <p className="text-sm text-quiet">Among the nodes that are in both, parallel ties as one.</p>
      <dl className="mt-1">
        <div
          className="flex justify-between border-b border-rule py-1"
          title="Ties in both over ties in either (Jaccard 1901)"
        >
          <dt>Jaccard index of ties</dt>
          <dd>
            <b className="font-semibold">{Number.isNaN(jaccard.value) ? 'undefined' : jaccard.value.toFixed(3)}</b>
            <span className="text-quiet">
              {' '}
              {grouped(jaccard.both)} of {grouped(jaccard.either)}
            </span>
          </dd>
        </div>
        {qap && (
          <div
            className="flex justify-between border-b border-rule py-1"
            title="Correlation of the two adjacency matrices; how often shuffled nodes give as much (quadratic assignment procedure, Krackhardt 1988)"
          >
            <dt>Correlation of the matrices</dt>
            <dd>
              <b className="font-semibold">{qap.correlation.toFixed(3).replace('-', '−')}</b>
              <span className="text-quiet">
                {' '}
                {grouped(qap.draws)} permutations give {qap.mean.toFixed(3).replace('-', '−')} ± {qap.sd.toFixed(3)};{' '}
                {shortNumber(100 * qap.atLeast)} % as high
              </span>
            </dd>
          </div>
        )}
      </dl>
    </section>
  );
}

const flowWidth = 660;
const hues = categoryPalettes[defaultPalette].slice(0, 6);

/** Groups here at the left, there at the right; bands as wide as the nodes that went from one to the other. */
function Flow({ flow, own, other }: { flow: NonNullable<Comparison['flow']>; own: string; other: string }) {
  const all = flow.reduce((sum, { count }) => sum + count, 0);
  const sides = (['from', 'to'] as const).map((side) => {
    const sums = new Map<string, number>();
    for (const one of flow) sums.set(one[side], (sums.get(one[side]) ?? 0) + one.count);
    return [...sums].sort((a, b) => b[1] - a[1]);
  });
  const gap = 6;
  const most = Math.max(sides[0].length, sides[1].length);
  const height = Math.max(160, most * 22);
  const scale = (height - gap * most) / all;
  const tops = sides.map((side) => {
    let y = 0;
    return new Map(
      side.map(([name, count]) => {
        const top = y;
        y += count * scale + gap;
        return [name, { top, used: 0, count }] as [string, { top: number; used: number; count: number }];
      }),
    );
  });
  const colour = new Map(sides[0].map(([name], i) => [name, hues[i % hues.length]]));
  const bands = [...flow]
    .sort(
      (a, b) =>
        sides[0].findIndex(([n]) => n === a.from) - sides[0].findIndex(([n]) => n === b.from) ||
        sides[1].findIndex(([n]) => n === a.to) - sides[1].findIndex(([n]) => n === b.to),
    )
    .map((one) => {
      const [a, b] = [tops[0].get(one.from), tops[1].get(one.to)];
      const band = {
        ...one,
        y1: (a?.top ?? 0) + (a?.used ?? 0),
        y2: (b?.top ?? 0) + (b?.used ?? 0),
        h: one.count * scale,
      };
      if (a) a.used += band.h;
      if (b) b.used += band.h;
      return band;
    });
  const [x1, x2] = [150, flowWidth - 150];
  const bend = (x1 + x2) / 2;
  return (
    <figure className="mt-5 max-w-2xl">
      <h2 className="font-serif text-base font-semibold">Who changed group</h2>
      <svg
        viewBox={`0 0 ${flowWidth} ${height + 20}`}
        width="100%"
        role="img"
        aria-label={`Groups of “${own}” and of “${other}”: ${flow.map(({ from, to, count }) => `${from} to ${to} ${count}`).join('; ')}`}
      >
        <text x={x1 - 8} y={11} textAnchor="end" fontSize={11} fill="var(--quiet)">
          {own.slice(0, 26)}
        </text>
        <text x={x2 + 8} y={11} fontSize={11} fill="var(--quiet)">
          {other.slice(0, 26)}
        </text>
        <g transform="translate(0 18)">
          {bands.map(({ from, to, count, y1, y2, h }) => (
            <path
              key={`${from} ${to}`}
              d={`M${x1 + 8} ${y1}C${bend} ${y1} ${bend} ${y2} ${x2 - 8} ${y2}V${y2 + h}C${bend} ${y2 + h} ${bend} ${y1 + h} ${x1 + 8} ${y1 + h}Z`}
              fill={colour.get(from)}
              fillOpacity={0.4}
            >
              <title>{`${from} → ${to}: ${counted(count, 'node')}`}</title>
            </path>
          ))}
          {[0, 1].map((side) =>
            [...tops[side]].map(([name, { top, count }]) => (
              <g key={`${side} ${name}`}>
                <rect
                  x={side ? x2 - 8 : x1}
                  y={top}
                  width={8}
                  height={Math.max(1, count * scale)}
                  fill={side ? 'var(--quiet)' : colour.get(name)}
                />
                <text
                  x={side ? x2 + 6 : x1 - 6}
                  y={top + Math.max(4, (count * scale) / 2 + 4)}
                  textAnchor={side ? 'start' : 'end'}
                  fontSize={11.5}
                  fill="var(--ink)"
                >
                  {name.slice(0, 22)} {count}
                </text>
              </g>
            )),
          )}
        </g>
      </svg>
    </figure>
  );
}

function Head({ first, own, name }: { first: string; own: string; name: string }) {
  return (
    <thead>
      <tr className="border-b border-line text-sm text-quiet">
        {[first, own, name, 'Difference'].map((title, i) => (
          <th
            key={i}
            scope="col"
            className={i ? 'px-3 py-1 text-right font-medium' : 'px-3 py-1 text-left font-medium'}
          >
            {title}
          </th>
        ))}
      </tr>
    </thead>
  );
}

function Row({
  name,
  words,
  here,
  there,
}: {
  name: string;
  words?: string;
  here: number | null;
  there: number | null;
}) {
  const difference = here === null || there === null ? null : there - here;
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="px-3 py-1 text-left font-normal" title={words}>
        {name}
      </th>
      {[here, there].map((value, i) => (
        <td key={i} className="px-3 py-1 text-right" title={String(value ?? '')}>
          {value === null ? 'not there' : shortNumber(value)}
        </td>
      ))}
      <td className="px-3 py-1 text-right text-quiet">
        {difference === null
          ? ''
          : difference > 0
            ? `+${shortNumber(difference)}`
            : shortNumber(difference).replace('-', '−')}
      </td>
    </tr>
  );
}

const shown = 60;

function Names({ title, names }: { title: string; names: readonly string[] }) {
  return (
    <section aria-label={title}>
      <h2 className="text-sm font-semibold">
        {title}: {counted(names.length, 'node')}
      </h2>
      <p className="mt-1 text-sm text-quiet">
        {names.slice(0, shown).join(', ')}
        {names.length > shown && ` and ${grouped(names.length - shown)} more`}
      </p>
    </section>
  );
}
