'use client';
import { useEffect, useMemo, useState } from 'react';
import { CartesianGrid, ResponsiveContainer, Scatter as Points, ScatterChart, Tooltip, XAxis, YAxis } from 'recharts';
import { ChartAway, numbersColumn, textsColumn } from '@/ui/kit/chart-away';
import { columnTitle } from '@/core/measure';
import type { Network } from '@/core/graph';
import type { NumberColumn } from '@/core/tables';
import { Button, NumberField, Toggle, counted, grouped, shortNumber } from '@/ui/kit';
import { useQuestion } from '@/ui/science/use-question';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

/** More points than this are thinned out, the highest of either measure always drawn. */
const mostPoints = 1500;

/** Two measures of the same nodes: points, rank correlations, and who is at the top of both. */
export function Scatter({
  net,
  first,
  second,
  here,
}: {
  net: Network;
  first: NumberColumn;
  second: NumberColumn;
  /** 1 for each node in view; absent: all. Correlations are of all. */
  here: Uint8Array | undefined;
}) {
  const store = useWorkbenchStore();
  const digest = useWorkbench((state) => state.digest);
  const chosen = useWorkbench((state) => state.selection.nodes);
  const [log, setLog] = useState({ x: false, y: false });
  const [top, setTop] = useState(10);
  const { answer, ask, fault } = useQuestion('relate');
  useEffect(() => {
    void ask('end', { a: first.name, b: second.name, top });
  }, [ask, first.name, second.name, top, digest]);
  const { points, left, thinned } = useMemo(() => {
    const usable = (v: number): boolean =>
      (!here || here[v] === 1) &&
      !Number.isNaN(first.values[v]) &&
      !Number.isNaN(second.values[v]) &&
      (!log.x || first.values[v] > 0) &&
      (!log.y || second.values[v] > 0);
    const all = Array.from(net.ids.keys()).filter(usable);
    const every = Math.max(1, Math.ceil(all.length / mostPoints));
    const high = new Set([...highest(all, first.values), ...highest(all, second.values)]);
    const drawn = all.filter((v, i) => i % every === 0 || high.has(v));
    return {
      points: drawn.map((v) => ({ x: first.values[v], y: second.values[v], v, label: net.labels[v] })),
      left: (here ? here.reduce((sum, mark) => sum + (mark === 1 ? 1 : 0), 0) : net.ids.length) - all.length,
      thinned: drawn.length < all.length,
    };
  }, [net, first, second, log, here]);
  const selected = useMemo(() => new Set(chosen), [chosen]);
  const scale = (on: boolean) => (on ? { scale: 'log' as const, domain: ['auto', 'auto'] as ['auto', 'auto'] } : {});
  return (
    <div className="grid min-h-0 grow grid-cols-[minmax(0,1fr)_15rem] gap-5 overflow-auto pb-6">
      <div>
        <ChartAway
          name={`${columnTitle(second.name)} by ${columnTitle(first.name)}`}
          numbers={() => [
            textsColumn(
              'label',
              points.map(({ label }) => label),
            ),
            numbersColumn(
              first.name,
              points.map(({ x }) => x),
            ),
            numbersColumn(
              second.name,
              points.map(({ y }) => y),
            ),
          ]}
        >
          <div
            className="h-[420px]"
            role="img"
            aria-label={`${columnTitle(first.name)} against ${columnTitle(second.name)}`}
          >
            <ResponsiveContainer
              width="100%"
              height="100%"
              minWidth={200}
              initialDimension={{ width: 420, height: 420 }}
            >
              <ScatterChart margin={{ top: 8, right: 8, bottom: 22, left: 4 }}>
                <CartesianGrid stroke="var(--rule)" />
                <XAxis
                  type="number"
                  dataKey="x"
                  {...scale(log.x)}
                  tickFormatter={shortNumber}
                  tick={{ fontSize: 11, fill: 'var(--quiet)' }}
                  stroke="var(--line)"
                  label={{ value: columnTitle(first.name), position: 'bottom', offset: 4, fill: 'var(--ink)' }}
                />
                <YAxis
                  type="number"
                  dataKey="y"
                  {...scale(log.y)}
                  tickFormatter={shortNumber}
                  tick={{ fontSize: 11, fill: 'var(--quiet)' }}
                  stroke="var(--line)"
                  label={{
                    value: columnTitle(second.name),
                    angle: -90,
                    position: 'insideLeft',
                    fill: 'var(--ink)',
                    style: { textAnchor: 'middle' },
                  }}
                />
                <Tooltip
                  isAnimationActive={false}
                  content={({ payload }) => {
                    const point = payload[0]?.payload as (typeof points)[number] | undefined;
                    return point ? (
                      <div className="rounded-md border border-line bg-panel px-2 py-1">
                        <b>{point.label}</b> · {shortNumber(point.x)} · {shortNumber(point.y)}
                      </div>
                    ) : null;
                  }}
                />
                <Points
                  data={points}
                  isAnimationActive={false}
                  shape={({ cx, cy, payload }: { cx?: number; cy?: number; payload?: (typeof points)[number] }) => {
                    const on = payload && selected.has(net.ids[payload.v]);
                    return (
                      <circle
                        cx={cx}
                        cy={cy}
                        r={on ? 5 : 3.2}
                        fill={on ? '#C9772B' : 'var(--accent)'}
                        fillOpacity={on ? 1 : 0.55}
                        className="cursor-pointer"
                      />
                    );
                  }}
                  onClick={(point) => {
                    const { v } = point.payload as unknown as (typeof points)[number];
                    store.getState().select({ nodes: [net.ids[v]] });
                  }}
                />
              </ScatterChart>
            </ResponsiveContainer>
          </div>
        </ChartAway>
        {(left > 0 || thinned) && (
          <p className="text-sm text-quiet">
            {left > 0 && `${counted(left, 'node')} without a place here. `}
            {thinned && `Of the others a fair sample is drawn; the figures beside count all.`}
          </p>
        )}
      </div>
      <div>
        <Toggle label="Logarithmic across" checked={log.x} onChange={(x) => setLog({ ...log, x })} />
        <Toggle label="Logarithmic up" checked={log.y} onChange={(y) => setLog({ ...log, y })} />
        {fault && <p className="mt-3 text-danger">{fault}</p>}
        {here && <p className="mt-3 text-sm text-quiet">These figures are of all nodes, also of those sifted out.</p>}
        {answer && (
          <dl className="mt-4">
            <Fact
              name="Spearman’s ρ"
              value={answer.rho}
              help="Correlation of the ranks; equal values share the mean of their ranks."
            />
            <Fact
              name="Kendall’s τ-b"
              value={answer.tau}
              help="Pairs in the same order less pairs in the other, with ties allowed for."
            />
          </dl>
        )}
        <div className="mt-4">
          <NumberField label="Highest of each" whole min={1} max={10000} value={top} onCommit={setTop} />
        </div>
        {answer && (
          <>
            <p className="mt-2">
              {grouped(answer.top.both.length)} stand among the highest {grouped(top)} of both
              {(answer.top.first > top || answer.top.second > top) && ', with those equal to the last'}.
            </p>
            <div className="mt-2 flex flex-col items-start gap-1.5">
              <Button
                disabled={!answer.top.both.length}
                onClick={() => store.getState().select({ nodes: answer.top.both })}
              >
                Select those in both
              </Button>
              <Button
                onClick={() =>
                  store.getState().select({ nodes: answer.firstTop.filter((id) => !answer.top.both.includes(id)) })
                }
              >
                Only in {columnTitle(first.name)}
              </Button>
              <Button
                onClick={() =>
                  store.getState().select({ nodes: answer.secondTop.filter((id) => !answer.top.both.includes(id)) })
                }
              >
                Only in {columnTitle(second.name)}
              </Button>
              <Button disabled={!chosen.length} onClick={() => store.setState({ lists: true })}>
                Selection into a shortlist
              </Button>
            </div>
          </>
        )}
      </div>
    </div>
  );
}

function Fact({ name, value, help }: { name: string; value: number | null; help: string }) {
  return (
    <div className="flex justify-between border-b border-rule py-1" title={`${help} ${value ?? ''}`}>
      <dt>{name}</dt>
      <dd className="font-semibold">{value === null ? 'undefined' : value.toFixed(3).replace('-', '−')}</dd>
    </div>
  );
}

const highest = (places: readonly number[], values: Float64Array): number[] =>
  [...places].sort((a, b) => values[b] - values[a]).slice(0, 60);
