'use client';
import { clsx } from 'clsx';
import { useCallback, useState } from 'react';
import { type Question, offer, offerByHand, questionOf, questions, tiesSchema } from '@/core/ties';
import { useSession, useWorkbench } from '@/ui/state/context';
import type { Answerable } from '@/worker/client';
import type { EditorProps } from '../editor';
import { useAsked } from '@/ui/kit/use-asked';

const none: Partial<Record<string, Answerable>> = {};

const node = 'var(--accent)';
const thing = 'var(--bar)';
const line = { stroke: 'var(--quiet)', strokeWidth: 1.6, fill: 'none' };
const dot = (x: number, y: number) => <circle cx={x} cy={y} r="4.5" fill={node} />;
const box = (x: number, y: number) => <rect x={x - 4} y={y - 4} width="8" height="8" rx="1.5" fill={thing} />;

/** The words of a tie in words, for a drawing: `kale – neep` is two. */
function endsInWords(example: string | undefined): readonly [string, string] | undefined {
  const [a, b] = example?.split(/ [–→] /) ?? [];
  const short = (word: string): string => (word.length > 6 ? `${word.slice(0, 5).trimEnd()}…` : word);
  return a && b ? [short(a), short(b)] : undefined;
}

/** Two words that occur together: those of the study where they are known, else strokes in their place. */
function WordPair({ ends }: { ends: readonly [string, string] | undefined }) {
  const word = { fontSize: 12, fontWeight: 600, fill: node };
  return (
    <>
      <path d="M18 17 46 27" {...line} />
      {ends ? (
        <>
          <text x="2" y="14" {...word}>
            {ends[0]}
          </text>
          <text x="62" y="38" textAnchor="end" {...word}>
            {ends[1]}
          </text>
        </>
      ) : (
        <path d="M3 10h22M39 33h22" stroke={node} strokeWidth="4" strokeLinecap="round" />
      )}
    </>
  );
}

/** What becomes a node and what a tie, in little. */
const drawings: Record<Exclude<Question, 'words'>, React.ReactNode> = {
  sent: (
    <>
      <path d="M8 20h40" {...line} />
      <path d="m54 20-9-4v8z" fill="var(--quiet)" />
      {dot(7, 20)}
      {dot(57, 20)}
    </>
  ),
  part: (
    <>
      <path d="M10 7 52 13M10 20 52 13M10 20 52 29M10 33 52 29" {...line} />
      {dot(9, 7)}
      {dot(9, 20)}
      {dot(9, 33)}
      {box(54, 13)}
      {box(54, 29)}
    </>
  ),
  together: (
    <>
      <path d="M32 9 14 32H50Z" {...line} />
      {dot(32, 9)}
      {dot(14, 32)}
      {dot(50, 32)}
    </>
  ),
  cited: (
    <>
      <path d="M10 20 50 8M10 20 50 32" {...line} strokeWidth="1" />
      <path d="M50 8V32" stroke={node} strokeWidth="2.4" />
      {box(10, 20)}
      {dot(50, 8)}
      {dot(50, 32)}
    </>
  ),
  coupled: (
    <>
      <path d="M12 8 52 20M12 32 52 20" {...line} strokeWidth="1" />
      <path d="M12 8V32" stroke={node} strokeWidth="2.4" />
      {dot(12, 8)}
      {dot(12, 32)}
      {box(54, 20)}
    </>
  ),
  cites: (
    <>
      <path d="M10 31 46 12" {...line} />
      <path d="m52 8-9 1 4 7z" fill="var(--quiet)" />
      {dot(9, 32)}
      {dot(55, 7)}
    </>
  ),
  shares: (
    <>
      <path d="M11 20H53" {...line} />
      <rect x="22" y="13" width="20" height="14" rx="3" fill="var(--panel)" stroke={thing} strokeWidth="1.6" />
      <path d="M26 20h12" stroke={thing} strokeWidth="2" />
      {dot(9, 20)}
      {dot(55, 20)}
    </>
  ),
};

/** The questions about the material, each with a drawing and, where the tables can answer it, an example from them. */
export function Questions({ step, set }: Pick<EditorProps<'ties'>, 'step' | 'set'>) {
  const tables = useWorkbench((state) => state.tables);
  const names = useWorkbench((state) => state.names);
  const trail = useWorkbench((state) => state.trail);
  const session = useSession();
  const [open, setOpen] = useState(false);
  const chosen = questionOf(step);
  const ask = useCallback(
    () => (open ? session.current?.service.examples(trail) : undefined),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- examples are about the tables, which do not change while the network is open
    [open, session],
  );
  const { answer: examples = none } = useAsked(ask);
  const shown = open ? questions : questions.filter(({ key }) => key === chosen);
  return (
    <div role="radiogroup" aria-label="What do you want to know?" className="mt-3 space-y-1.5">
      {shown.map(({ key, title, line: words }) => {
        const known = examples[key]?.settings ?? offer(key, tables, names, step.table);
        const own = tables.find((one) => one.key === step.table) ?? tables[0];
        // Where no columns look like it, somebody who knows the material chooses them.
        const asked = known ?? (own && offerByHand(key, own));
        const active = key === chosen;
        return (
          <button
            key={key}
            type="button"
            role="radio"
            aria-checked={active}
            disabled={!asked && !active}
            onClick={() => {
              setOpen(false);
              if (active || !asked) return;
              const settings = tiesSchema.parse({ id: step.id, kind: 'ties', on: true, question: key, ...asked });
              set({ ...blank, ...settings });
            }}
            className={clsx(
              'flex w-full items-center gap-2.5 rounded-lg px-2.5 py-1.5 text-left disabled:opacity-50',
              active ? 'border-2 border-accent bg-tint/50' : 'border border-line hover:bg-ground',
            )}
          >
            <svg width="52" height="34" viewBox="0 0 64 40" aria-hidden className="shrink-0">
              {key === 'words' ? <WordPair ends={endsInWords(examples[key]?.example)} /> : drawings[key]}
            </svg>
            <span className="min-w-0">
              <b className="block font-semibold">{title}</b>
              <span className="block text-sm text-quiet">
                {known || active
                  ? words
                  : asked
                    ? `${words}; choose the columns yourself`
                    : 'no table has enough columns'}
              </span>
              {open && examples[key]?.example && (
                <span className="block truncate text-sm text-accent">{examples[key].example}</span>
              )}
            </span>
          </button>
        );
      })}
      <button
        type="button"
        className="text-sm font-semibold text-accent"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {open ? 'Stay with this question' : 'Ask another question'}
      </button>
    </div>
  );
}

/** Settings of one question say nothing to another: all that a Ties step may hold, taken back. */
export const blank: Partial<EditorProps<'ties'>['step']> = Object.fromEntries(
  tiesSchema.options.flatMap((option) => Object.keys(option.shape).map((name) => [name, undefined])),
);
