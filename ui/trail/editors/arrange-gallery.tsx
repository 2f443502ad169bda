'use client';
/** A small picture of this network in each layout, to choose by eye. */
import { useEffect, useMemo, useState } from 'react';
import { type Layout, layouts } from '@/core/arrange';
import { own } from '@/core/own';
import { useQuestion } from '@/ui/science/use-question';
import { useWorkbench } from '@/ui/state/context';
import type { GalleryPicture, Holdings } from '@/worker/client';
import type { EditorProps } from '../editor';
import { begun } from './arrange-begun';

type Pictures = Readonly<Record<string, GalleryPicture>>;

/** The pictures so far; drawn once the main picture stands, and again when the network before the step is another. */
function usePictures(step: EditorProps<'arrange'>['step'], before: Holdings | undefined): Pictures {
  const steps = useWorkbench((state) => state.trail.steps);
  const busy = useWorkbench((state) => state.running || state.partial);
  const [pictures, setPictures] = useState<Pictures>({});
  const { ask, stop } = useQuestion('gallery', (news) => setPictures((now) => ({ ...now, [news.key]: news })));
  const at = steps[steps.findIndex(({ id }) => id === step.id) - 1]?.id;
  const style = steps.findLast(({ kind, on }) => kind === 'style' && on);
  const wanted = useMemo(
    () =>
      before &&
      (Object.values(layouts) as Layout[])
        .toSorted((a, b) => Number(a.slow ?? false) - Number(b.slow ?? false))
        .map((layout) => ({ key: layout.key, settings: begun(layout, before) })),
    [before],
  );
  useEffect(() => {
    if (busy || !wanted || at === undefined) return;
    void ask(at, { layouts: wanted, ...(style?.kind === 'style' ? { style } : {}) });
    return stop;
  }, [ask, at, busy, stop, style, wanted]);
  return pictures;
}

export function Gallery({
  step,
  before,
  onChoose,
}: Pick<EditorProps<'arrange'>, 'step' | 'before'> & { onChoose: (layout: Layout) => void }) {
  const pictures = usePictures(step, before);
  return (
    <ul className="mt-2 grid grid-cols-3 gap-x-2 gap-y-2.5" aria-label="Layouts">
      {(Object.values(layouts) as Layout[]).map((layout) => (
        <li key={layout.key}>
          <Tile
            layout={layout}
            found={own(pictures, layout.key)}
            chosen={step.method === layout.key}
            onChoose={() => onChoose(layout)}
          />
        </li>
      ))}
    </ul>
  );
}

function Tile({
  layout: { title, help },
  found,
  chosen,
  onChoose,
}: {
  layout: Layout;
  found: GalleryPicture | undefined;
  chosen: boolean;
  onChoose: () => void;
}) {
  const picture = found?.picture;
  const lacks = found?.lacks;
  const address = useMemo(() => picture && `data:image/svg+xml,${encodeURIComponent(picture)}`, [picture]);
  return (
    <button
      type="button"
      aria-pressed={chosen}
      aria-label={title}
      title={lacks ?? help}
      onClick={onChoose}
      className="group block w-full text-left"
    >
      <span
        className={`flex h-[62px] items-center justify-center overflow-hidden rounded-md border bg-paper ${
          chosen ? 'border-2 border-accent' : 'border-line group-hover:border-quiet'
        }`}
      >
        {address ? (
          <img src={address} alt="" className="size-full object-contain" draggable={false} />
        ) : (
          lacks && <span className="line-clamp-3 px-1.5 text-center text-xs leading-tight text-quiet">{lacks}</span>
        )}
      </span>
      <span className={`text-sm ${chosen ? 'font-semibold' : ''}`}>{title}</span>
    </button>
  );
}
