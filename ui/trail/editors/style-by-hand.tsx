'use client';
/** What of a channel was set by hand, and the way back to the rule. */
import type { StyleSettings } from '@/core/style';
import { counted } from '@/ui/kit';
import type { Change } from '@/ui/kit/settings-form';
import { useWorkbench } from '@/ui/state/context';
import type { ChannelFormOf } from './style-forms';

const named = 3;

export function ByHand({
  form: { key, look },
  style,
  set,
}: {
  form: ChannelFormOf;
  style: StyleSettings;
  set: Change;
}) {
  const net = useWorkbench((state) => state.net);
  const names = Object.keys(style.byHand[key] ?? {});
  if (!names.length) return null;
  const labels =
    look?.of === 'nodes' && net ? names.slice(0, named).map((id) => net.labels[net.ids.indexOf(id)] ?? id) : [];
  const back = (): void => {
    const { [key]: _gone, ...others } = style.byHand;
    set({ byHand: others });
  };
  return (
    <p className="mt-3 text-sm text-quiet">
      By hand, {counted(names.length, look?.of === 'nodes' ? 'node' : 'tie')}
      {labels.length > 0 && (
        <>
          : <span className="text-ink">{labels.join(', ')}</span>
          {names.length > named && ' …'}
        </>
      )}{' '}
      ·{' '}
      <button type="button" className="font-semibold text-accent" onClick={back}>
        back to the rule
      </button>
    </p>
  );
}
