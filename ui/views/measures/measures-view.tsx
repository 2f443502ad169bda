'use client';
import { useMemo, useState } from 'react';
import { columnTitle, measureOf, telling } from '@/core/measure';
import type { NumberColumn } from '@/core/tables';
import { isMeasured } from '@/core/graph';
import { Button, Choose, Tabs, bars, shortNumber } from '@/ui/kit';
import { useShown } from '@/ui/state/shown';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { viewOf } from '@/ui/state/in-view';
import { Explained } from '@/ui/trail/editors/measure/choices';
import { Histogram } from './histogram';
import { RankingTable } from './ranking-table';
import { Scatter } from './scatter';

/** Rankings of several measures side by side, the spread of one, and two held against each other. */
export function MeasuresView() {
  const { net } = useShown();
  const store = useWorkbenchStore();
  const [show, setShow] = useState<'ranking' | 'spread' | 'two'>('ranking');
  const [first, setFirst] = useState<string>();
  const [second, setSecond] = useState<string>();
  const columns = useMemo(() => {
    const all = net?.nodeColumns.filter((col): col is NumberColumn => col.type === 'number') ?? [];
    return [...all.filter(isMeasured), ...all.filter((col) => !isMeasured(col))];
  }, [net]);
  const here = useWorkbench(viewOf)?.nodes;
  if (!net) return null;
  if (columns.length === 0) {
    return (
      <div className="m-auto max-w-80 text-center text-quiet">
        <p>No node has a number yet. A Measure step computes some.</p>
        <Button
          look="main"
          className="mt-3"
          onClick={() => store.getState().addStep('measure', { measures: ['degree', 'betweenness'] })}
        >
          Add a Measure step
        </Button>
      </div>
    );
  }
  const one = columns.find(({ name }) => name === first) ?? columns[0];
  const two = columns.find(({ name }) => name === second) ?? columns.find((col) => col !== one) ?? one;
  const choices = columns.map(({ name }) => ({ value: name, label: columnTitle(name) }));
  return (
    <div className="flex min-h-0 grow flex-col bg-paper px-5 pt-14">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2 pb-3">
        <Tabs
          name="What is shown"
          value={show}
          choices={[
            { value: 'ranking', label: 'Ranking' },
            { value: 'spread', label: 'Spread' },
            { value: 'two', label: 'Two measures' },
          ]}
          onChange={setShow}
        />
        {show !== 'ranking' && (
          <span className="w-52">
            <Choose compact label="Measure" value={one.name} choices={choices} onChange={setFirst} />
          </span>
        )}
        {show === 'two' && (
          <span className="w-52">
            <Choose compact label="Against" value={two.name} choices={choices} onChange={setSecond} />
          </span>
        )}
      </div>
      {show === 'ranking' && <RankingTable net={net} columns={columns} here={here} />}
      {show === 'spread' && <Spreading column={one} here={here} />}
      {show === 'two' && <Scatter net={net} first={one} second={two} here={here} />}
    </div>
  );
}

function Spreading({ column, here }: { column: NumberColumn; here: Uint8Array | undefined }) {
  const { net } = useShown();
  const [log, setLog] = useState(false);
  const measure = measureOf(column.name);
  const values = useMemo(() => (here ? column.values.filter((_, v) => here[v] === 1) : column.values), [column, here]);
  const found = useMemo(() => bars(values, 40, log), [values, log]);
  const left = useMemo(() => (log ? values.reduce((sum, value) => sum + (value <= 0 ? 1 : 0), 0) : 0), [values, log]);
  if (!net) return null;
  return (
    <div className="min-h-0 grow overflow-auto pb-6">
      <div className="mx-auto max-w-3xl">
        <h2 className="font-serif text-lg font-semibold">{columnTitle(column.name)}</h2>
        {measure && <p>{telling(net, measure, column.values).join(' ')}</p>}
        <div className="mt-3 flex items-center gap-3">
          <Tabs
            name="Scale"
            value={log ? 'log' : 'linear'}
            choices={[
              { value: 'linear', label: 'Linear' },
              { value: 'log', label: 'Logarithmic' },
            ]}
            onChange={(next) => setLog(next === 'log')}
          />
          {left > 0 && (
            <span className="text-sm text-quiet">
              {shortNumber(left)} of 0 or less have no place on a logarithmic scale.
            </span>
          )}
        </div>
        <Histogram bars={found} log={log} column={column} here={here} />
        {measure && (
          <section className="mt-4 text-sm text-quiet">
            <p>{measure.words.split('. ')[0]}.</p>
            <Explained measure={measure} />
          </section>
        )}
      </div>
    </div>
  );
}
