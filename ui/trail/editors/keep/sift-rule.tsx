'use client';
import { Filter } from 'lucide-react';
import type { KeepRule } from '@/core/keep';
import { Button } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { useWorkbenchStore } from '@/ui/state/context';
import { siftStep } from '@/ui/state/in-view';

type Rule = Extract<KeepRule, { by: 'sift' }>;

/** The sifts that were kept, in words; they can be taken up again. */
export function SiftRule({ id, rule }: { id: string; rule: Rule }) {
  const store = useWorkbenchStore();
  const takeUp = async (): Promise<void> => {
    const { siftingSchema } = await import('@/core/sift');
    const read = siftingSchema.safeParse({
      sifts: rule.sifts,
      untied: rule.untied === 'kept' ? 'kept' : 'dimmed',
    });
    if (!read.success) return void toast.error('These sifts cannot be read. Remove the step, and sift anew.');
    const { edit, sift } = store.getState();
    edit(({ steps }) => ({ steps: steps.filter((step) => step.id !== id) }));
    sift(() => read.data);
    store.setState({ step: siftStep });
  };
  if (!rule.sifts.length)
    return <p className="mt-2 text-sm text-quiet">Nothing is sifted. Press S to sift, and keep what is in view.</p>;
  return (
    <>
      <ul aria-label="Sifts that were kept" className="mt-3 flex flex-wrap gap-1.5">
        {rule.words.map((words, i) => (
          <li key={`${words} ${i}`} className="rounded-md border border-amber-line bg-amber px-2 py-0.5 text-sm">
            {words}
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-quiet">
        Nodes without a tie left are {rule.untied}
        {rule.weigh ? `; ties weigh by the ${rule.weigh.column} of their records that pass` : ''}.
      </p>
      <Button className="mt-2" onClick={() => void takeUp()}>
        <Filter size={15} aria-hidden /> Take up as sifts again
      </Button>
    </>
  );
}
