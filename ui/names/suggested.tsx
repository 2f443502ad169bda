'use client';
import { ArrowRight, Check, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { type Reason, type Suggestion, joined, joinedAll, reasonTitles, reasons, sureEnough } from '@/core/names';
import { Button, Hint, counted, grouped } from '@/ui/kit';
import { ForEditors, useMayEdit } from '@/ui/kit/rights';
import type { NamesState } from './use-names';

const firstShown = 40;

/** Suggestions by reason: one accepted, all of a kind, or rejected for good. */
export function Suggested({ names, threshold }: { names: NamesState; threshold: number }) {
  const { list, view, suggested, searching, change } = names;
  const counts = useMemo(() => new Map(view.forms.map(({ form, count }) => [form, count])), [view.forms]);
  if (!list) return null;
  const here = suggested.filter(({ from, to }) => counts.has(from) && counts.has(to));
  return (
    <section
      aria-label="Perhaps the same"
      className="w-[348px] shrink-0 overflow-y-auto border-r border-line bg-panel p-3.5"
    >
      <h2 className="font-serif text-lg font-semibold">Perhaps the same</h2>
      <p className="text-sm text-quiet" role="status">
        {searching !== undefined && !here.length
          ? `Looking, ${Math.round(searching * 100)} %`
          : `${counted(here.length, 'suggestion')}. Nothing is joined until you say so.`}
      </p>
      {searching !== undefined && (
        <div
          role="progressbar"
          aria-label="Looking for spellings"
          aria-valuenow={Math.round(searching * 100)}
          className="mt-1 h-0.5 bg-line"
        >
          <div className="h-full bg-accent" style={{ width: `${searching * 100}%` }} />
        </div>
      )}
      {reasons.map((reason) => (
        <Group
          key={reason}
          reason={reason}
          all={here.filter((one) => one.reason === reason)}
          counts={counts}
          threshold={threshold}
          onAccept={({ from, to }) =>
            change({ entries: joined(list.entries, [from, to], to) }, `joined ${from} as ${to}`)
          }
          onReject={({ from, to }) => change({ reject: [{ from, to }] }, `${from} is not ${to}`)}
          onAll={(sure) =>
            change(
              { entries: joinedAll(list.entries, sure) },
              `joined ${sure.length} by ${reasonTitles[reason].toLowerCase()}`,
            )
          }
        />
      ))}
    </section>
  );
}

function Group({
  reason,
  all,
  counts,
  threshold,
  onAccept,
  onReject,
  onAll,
}: {
  reason: Reason;
  all: Suggestion[];
  counts: ReadonlyMap<string, number>;
  threshold: number;
  onAccept: (one: Suggestion) => void;
  onReject: (one: Suggestion) => void;
  onAll: (sure: Suggestion[]) => void;
}) {
  const [shown, setShown] = useState(firstShown);
  const mayEdit = useMayEdit();
  if (!all.length) return null;
  const sure = all.filter(({ confidence }) => confidence >= sureEnough);
  const title = reasonTitles[reason];
  return (
    <section aria-label={title} className="mt-4">
      <div className="flex items-end justify-between border-b border-line pb-1">
        <h3 className="text-sm font-semibold">
          {title} <span className="font-normal text-quiet">{grouped(all.length)}</span>
        </h3>
        {mayEdit && sure.length > 1 && (
          <Button aria-label={`Join all ${sure.length}: ${title}`} onClick={() => onAll(sure)}>
            Join all {grouped(sure.length)}
          </Button>
        )}
      </div>
      <ul>
        {all.slice(0, shown).map((one) => (
          <Pair
            key={`${one.from}\n${one.to}`}
            one={one}
            counts={counts}
            threshold={threshold}
            onAccept={() => onAccept(one)}
            onReject={() => onReject(one)}
          />
        ))}
      </ul>
      {all.length > shown && (
        <Button look="bare" className="mt-1" onClick={() => setShown(shown + 200)}>
          {grouped(all.length - shown)} more
        </Button>
      )}
    </section>
  );
}

const surely = (confidence: number): string =>
  confidence >= 0.85 ? '' : confidence >= sureEnough ? 'likely' : 'perhaps';

function Pair({
  one,
  counts,
  threshold,
  onAccept,
  onReject,
}: {
  one: Suggestion;
  counts: ReadonlyMap<string, number>;
  threshold: number;
  onAccept: () => void;
  onReject: () => void;
}) {
  const { from, to, confidence } = one;
  const [a, b] = [counts.get(from) ?? 0, counts.get(to) ?? 0];
  const lifts = a < threshold && b < threshold && a + b >= threshold;
  const word = surely(confidence);
  return (
    <li className="flex items-start justify-between gap-2 border-b border-rule py-1.5">
      <span className="min-w-0">
        <span className="flex flex-wrap items-center gap-x-1.5 break-words">
          {from} <ArrowRight size={13} className="shrink-0" aria-label="counts as" />{' '}
          <b className="font-semibold">{to}</b>
        </span>
        <span className="block text-sm text-quiet">
          {grouped(a)} + {counted(b, 'record')}
          {lifts && (
            <>
              : <b className="font-semibold text-accent">lifts it over {threshold}</b>
            </>
          )}
          {word && <span title={`confidence ${Math.round(confidence * 100)} %`}> · {word}</span>}
        </span>
      </span>
      <ForEditors>
        <span className="flex shrink-0 gap-1.5">
          <Hint text={`Join, confidence ${Math.round(confidence * 100)} %`}>
            <Button aria-label={`Join ${from} as ${to}`} onClick={onAccept}>
              <Check size={14} aria-hidden />
            </Button>
          </Hint>
          <Hint text="Not the same; do not ask again">
            <Button aria-label={`${from} is not ${to}`} onClick={onReject}>
              <X size={14} aria-hidden />
            </Button>
          </Hint>
        </span>
      </ForEditors>
    </li>
  );
}
