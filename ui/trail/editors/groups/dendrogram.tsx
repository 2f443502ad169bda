'use client';
import { useEffect, useMemo } from 'react';
import type { Merge } from '@/core/groups';
import { Trouble, counted } from '@/ui/kit';
import { useQuestion } from '@/ui/science/use-question';
import type { EditorProps } from '../../editor';
import { useStepBefore } from './use-step-before';

const width = 282;
const height = 150;
/** Only the last merges are drawn: the tree of many nodes would be black at its foot. */
const mostMerges = 60;

/** The tree of likeness, from its top; a click at a height cuts it there. */
export function Dendrogram({ step, set }: Pick<EditorProps<'groups'>, 'step' | 'set'>) {
  const { at, key } = useStepBefore(step.id);
  const { answer, ask, fault } = useQuestion('merges');
  const { weights, distance, seed } = step;
  useEffect(() => {
    if (at) void ask(at, { method: 'profiles', resolution: 1, seed, weights, directed: false, distance });
  }, [at, key, ask, weights, distance, seed]);
  const tree = useMemo(() => answer && drawn(answer.merges, answer.labels.length), [answer]);
  if (fault) return <Trouble>{fault}</Trouble>;
  if (!tree || !answer || answer.merges.length === 0) return null;
  const { merges } = answer;
  const count = Math.min(step.count ?? 6, merges.length + 1);
  const cut =
    (merges[merges.length - count + 1]?.height ?? tree.most) * 0.5 + (merges[merges.length - count]?.height ?? 0) * 0.5;
  const y = (value: number): number => 6 + (1 - value / tree.most) * (height - 12);
  return (
    <figure className="mt-3">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width="100%"
        role="img"
        aria-label={`Tree of likeness, cut into ${counted(count, 'group')}`}
        className="cursor-crosshair rounded-md border border-line bg-paper"
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const value = (1 - ((event.clientY - box.top) * (height / box.height) - 6) / (height - 12)) * tree.most;
          set({ count: merges.filter((one) => one.height > value).length + 1 });
        }}
      >
        <path
          d={tree.lines.map(({ x1, x2, h1, h2, h }) => `M${x1} ${y(h1)}V${y(h)}H${x2}V${y(h2)}`).join('')}
          fill="none"
          stroke="var(--accent)"
        />
        <line x1={0} x2={width} y1={y(cut)} y2={y(cut)} stroke="#B8475A" strokeDasharray="4 3" />
      </svg>
      <figcaption className="text-sm text-quiet">
        Height is how unlike two clusters are. Click at a height to cut there
        {merges.length > mostMerges && `; the last ${mostMerges} of ${merges.length} merges are drawn`}.
      </figcaption>
    </figure>
  );
}

interface Line {
  x1: number;
  x2: number;
  h1: number;
  h2: number;
  h: number;
}

function drawn(merges: readonly Merge[], n: number): { lines: Line[]; most: number } {
  const first = Math.max(0, merges.length - mostMerges);
  const heightOf = (cluster: number): number => (cluster < n + first ? 0 : merges[cluster - n].height);
  const at = new Map<number, number>();
  let next = 0;
  const leaves = merges.length - first + 1;
  const place = (cluster: number): number => {
    if (cluster < n + first) {
      const x = 8 + ((next++ + 0.5) * (width - 16)) / leaves;
      at.set(cluster, x);
      return x;
    }
    const { a, b } = merges[cluster - n];
    const x = (place(a) + place(b)) / 2;
    at.set(cluster, x);
    return x;
  };
  if (merges.length) place(n + merges.length - 1);
  const lines = merges
    .slice(first)
    .map(({ a, b, height: h }) => ({ x1: at.get(a) ?? 0, x2: at.get(b) ?? 0, h1: heightOf(a), h2: heightOf(b), h }));
  return { lines, most: merges[merges.length - 1]?.height || 1 };
}
