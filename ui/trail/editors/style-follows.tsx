'use client';
/** The kept look that a style follows: what was changed here or there since, and what can be done about it. */
import type { StyleSettings } from '@/core/style';
import { type Follows, type KeptLook, standingTo } from '@/core/style/follow';
import { lookOfStyle, repointed } from '@/core/style/look-file';
import { counted } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { useWorkbench } from '@/ui/state/context';
import type { useKept } from '@/ui/state/use-kept';

type Style = StyleSettings & { follows?: Follows };

function Does({ children, onClick }: { children: string; onClick: () => void }) {
  return (
    <button type="button" className="font-semibold text-accent" onClick={onClick}>
      {children}
    </button>
  );
}

export function Following({
  style,
  follows,
  kept,
  set,
  take,
}: {
  style: Style;
  follows: Follows;
  kept: ReturnType<typeof useKept>;
  set: (style: Partial<Style>) => void;
  take: (look: KeptLook, columns: Follows['columns']) => void;
}) {
  const networks = useWorkbench((state) => state.networks);
  const here = useWorkbench((state) => state.network.id);
  const look = kept.looks.find(({ id }) => id === follows.id);
  const { gone, changedHere, changedThere } = standingTo(style, look);
  const others = networks.filter(
    ({ id, trail }) =>
      id !== here && trail?.steps.some((step) => step.kind === 'style' && step.follows?.id === follows.id),
  ).length;
  /** The look takes what was changed here, under its own names of columns. */
  const keep = async (base: KeptLook): Promise<void> => {
    const back = new Map(follows.columns.flatMap(({ of, name, to }) => (to ? [[`${of} ${to}`, name] as const] : [])));
    const row = await kept.change(base, { value: repointed(lookOfStyle(style), back) });
    if (!row) return;
    set({ follows: { ...follows, name: row.name, version: row.version, style: lookOfStyle(style) } });
    toast(
      others
        ? `The look “${row.name}” is changed. ${counted(others, 'other network')} that ${others === 1 ? 'follows' : 'follow'} it will have it when opened.`
        : `The look “${row.name}” is changed.`,
    );
  };
  return (
    <div className="mt-2 text-sm text-quiet" role="group" aria-label="The look that is followed">
      <p>
        {gone
          ? `The look “${follows.name}” that this style followed was deleted. The style stays as it is.`
          : `Follows the look “${look?.name ?? follows.name}”.`}
        {changedThere && ' The look was changed since.'}
        {changedHere && !gone && ' This style was changed here since.'}
      </p>
      <p className="mt-0.5 flex flex-wrap gap-x-3">
        {look && changedThere && <Does onClick={() => take(look, follows.columns)}>Take the look’s changes</Does>}
        {look && changedHere && <Does onClick={() => void keep(look)}>Change the look so</Does>}
        {look && changedHere && !changedThere && (
          <Does onClick={() => take(look, follows.columns)}>Back to the look</Does>
        )}
        <Does onClick={() => set({ follows: undefined })}>Part from it</Does>
      </p>
    </div>
  );
}
