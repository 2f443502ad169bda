'use client';
/** What says when, which lanes there are, and in which order. */
import type { Network } from '@/core/graph';
import { type LaneOrder, type When, whenWords } from '@/core/lanes';
import { Button, Choose } from '@/ui/kit';
import { Tick } from '@/ui/kit/tick';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { LanesState } from '@/ui/state/lanes';
import type { LanesAnswer } from '@/worker/client';
import { GroupChoice, OrderChoice } from '../order-choices';

const plain: Record<Exclude<LaneOrder['then']['by'], 'column' | 'hand'>, string> = {
  events: 'most events first',
  'first event': 'first event first',
  name: 'by name',
};

export function LanesBar({ net, answer, group }: { net: Network; answer: LanesAnswer | undefined; group: string }) {
  const settings = useWorkbench((state) => state.lanes);
  const selected = useWorkbench((state) => state.selection.nodes);
  const tables = useWorkbench((state) => state.tables);
  const store = useWorkbenchStore();
  const set = (change: Partial<LanesState>): void => store.setState({ lanes: { ...settings, ...change } });
  const several = new Set(answer?.offers.map(({ table }) => table)).size > 1;
  const said = (one: When): string =>
    several && one.table
      ? `${tables.find(({ key }) => key === one.table)?.name ?? one.table}: ${whenWords(one)}`
      : whenWords(one);
  const parse = <T,>(text: string): T => JSON.parse(text) as T;
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-line px-3 pb-2">
      {answer && answer.offers.length > 1 && (
        <span className="w-40">
          <Choose
            compact
            label="When"
            value={JSON.stringify(answer.when)}
            choices={answer.offers.map((one) => ({ value: JSON.stringify(one), label: said(one) }))}
            onChange={(next) => set({ when: parse<When>(next) })}
          />
        </span>
      )}
      <span className="w-36">
        <GroupChoice label="Lanes under" net={net} value={group} onChange={(next) => set({ group: next })} />
      </span>
      <span className="w-40">
        {settings.then.by === 'hand' ? (
          <Button onClick={() => set({ then: { by: 'events' } })}>Undo the order by hand</Button>
        ) : (
          <OrderChoice net={net} orders={plain} value={settings.then} onChange={(then) => set({ then })} />
        )}
      </span>
      {answer && answer.lives.length > 0 && (
        <span className="w-36">
          <Choose
            compact
            label="On the lanes"
            value={settings.life ? JSON.stringify(settings.life) : ''}
            choices={[
              { value: '', label: 'no lives' },
              ...answer.lives.map((one) => ({ value: JSON.stringify(one), label: `${one.column} – ${one.until}` })),
            ]}
            onChange={(next) => set({ life: next ? parse<{ column: string; until: string }>(next) : undefined })}
          />
        </span>
      )}
      <Tick checked={settings.fold} onChange={(fold) => set({ fold })}>
        fold quiet times
      </Tick>
      {settings.only ? (
        <Button onClick={() => set({ only: undefined })}>Lanes of all in view</Button>
      ) : (
        selected.length > 1 && (
          <Button onClick={() => set({ only: [...selected] })}>Only the {selected.length} selected</Button>
        )
      )}
    </div>
  );
}
