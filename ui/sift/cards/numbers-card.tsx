'use client';
import type { SiftOf } from '@/core/sift';
import { Button, TextField, shortNumber } from '@/ui/kit';
import { useWorkbenchStore } from '@/ui/state/context';
import { Brush, type Span } from '../brush';
import { asYears } from '../changes';
import type { CardProps } from './card';
import { MeasureField } from './measure-field';

/** A range over the bars; its ends can be written as well. */
export function NumbersCard({ sift, tally, set }: CardProps<SiftOf<'numbers'>, 'bars'>) {
  const bars = tally?.bars ?? [];
  const whole = tally?.whole ?? false;
  const store = useWorkbenchStore();
  const say = (value: number): string => (tally?.years ? String(value) : shortNumber(value));
  const { from, to } = sift;
  const span = spanOf(bars, from, to, whole);
  const given = (text: string): number | undefined => {
    const value = Number(text.replace(',', '.'));
    return text.trim() === '' || Number.isNaN(value) ? undefined : value;
  };
  return (
    <>
      <div className="mt-1.5 grid grid-cols-2 items-center gap-1.5">
        <MeasureField sift={sift} onChange={(measure) => set({ measure })} />
        {tally?.years && <Button onClick={() => store.getState().sift((now) => asYears(now, sift))}>As years</Button>}
      </div>
      <Brush
        bars={bars}
        parts={0}
        span={span}
        label={`Spread of ${sift.column}`}
        onChange={(next) =>
          set(
            next
              ? { from: bars[next.first].from, to: whole ? bars[next.last].to - 1 : bars[next.last].to }
              : { from: undefined, to: undefined },
          )
        }
      />
      <p className="flex justify-between text-xs text-quiet">
        <span>{say(tally?.low ?? 0)}</span>
        <span>{say(tally?.high ?? 0)}</span>
      </p>
      <div className="mt-1 flex items-center gap-1.5 text-sm">
        <TextField
          compact
          label={`${sift.column} from`}
          placeholder="from"
          inputMode="decimal"
          value={from === undefined ? '' : String(from)}
          onCommit={(text) => set({ from: given(text) })}
        />
        to
        <TextField
          compact
          label={`${sift.column} to`}
          placeholder="to"
          inputMode="decimal"
          value={to === undefined ? '' : String(to)}
          onCommit={(text) => set({ to: given(text) })}
        />
      </div>
    </>
  );
}

function spanOf(
  bars: readonly { from: number; to: number }[],
  from: number | undefined,
  to: number | undefined,
  whole: boolean,
): Span | undefined {
  if (!bars.length || (from === undefined && to === undefined)) return undefined;
  const first = bars.findIndex((bar) => bar.to > (from ?? -Infinity));
  const last = bars.findLastIndex((bar) => (whole ? bar.from <= (to ?? Infinity) : bar.from < (to ?? Infinity)));
  return first < 0 || last < first ? undefined : { first, last };
}
