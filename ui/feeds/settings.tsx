'use client';
/** What a feed follows, where, and what becomes a tie. */
import { clsx } from 'clsx';
import { Plus, X } from 'lucide-react';
import { memo, useId, useState } from 'react';
import { type Follow, type TieKind, tieKinds, tieWords } from '@/core/feed';
import { Button, Choose, Field, NumberField, TextField } from '@/ui/kit';

export interface Settings {
  name: string;
  address: string;
  /** Absent: as it is kept. */
  key?: string;
  follow: Follow;
  ties: TieKind;
  end: { nodes?: number; messages?: number; minutes?: number };
}

/** Where the practice feed is, and its key, which is no secret. */
export interface PracticeAt {
  address: string;
  key: string;
}

const ends = ['nodes', 'messages', 'minutes'] as const;
type End = (typeof ends)[number];
const firstEnd: Record<End, number> = { nodes: 1000, messages: 10_000, minutes: 60 };

export const FeedSettings = memo(function FeedSettings({
  settings,
  sources,
  practice,
  kept,
  onChange,
}: {
  settings: Settings;
  /** Origins that may be asked. */
  sources: readonly string[];
  practice: PracticeAt;
  /** Its key is kept already. */
  kept: boolean;
  onChange: (change: Partial<Settings>) => void;
}) {
  const { name, address, key = '', follow, ties, end } = settings;
  const keyId = useId();
  const origin = sources.find((one) => address === one || address.startsWith(`${one}/`)) ?? '';
  const which = ends.find((one) => end[one] !== undefined);
  return (
    <>
      <TextField label="Name" value={name} onCommit={(to) => onChange({ name: to })} />
      <Choose
        label="Where"
        value={origin}
        choices={sources.map((one) => ({
          value: one,
          label: one === practice.address ? 'Practice feed on this machine' : one,
        }))}
        onChange={(to) => onChange({ address: to })}
      />
      {origin !== practice.address && (
        <TextField label="Address" value={address} onCommit={(to) => onChange({ address: to })} />
      )}
      <Field
        label="Key"
        htmlFor={keyId}
        help={
          origin === practice.address && !kept
            ? `That of the practice feed is ${practice.key}. Kept enciphered on the server; never shown again.`
            : 'Kept enciphered on the server; never shown again.'
        }
      >
        <input
          id={keyId}
          type="password"
          autoComplete="off"
          value={key}
          placeholder={kept ? '••••••••••••' : ''}
          onChange={(event) => onChange({ key: event.target.value })}
          className="h-8 w-full rounded-md border border-line bg-panel px-2.5"
        />
      </Field>
      <FollowField follow={follow} onChange={(to) => onChange({ follow: to })} />
      <fieldset className="mt-3.5">
        <legend className="mb-1 text-sm font-semibold">What becomes a tie</legend>
        <div className="grid gap-1.5">
          {tieKinds.map((kind) => (
            <label
              key={kind}
              className={clsx(
                'block cursor-pointer rounded-md border px-2.5 py-1.5 has-focus-visible:outline-2 has-focus-visible:outline-accent',
                ties === kind ? 'border-accent bg-panel ring-1 ring-accent' : 'border-line bg-panel hover:bg-ground',
              )}
            >
              <input
                type="radio"
                name={`${keyId} ties`}
                className="sr-only"
                checked={ties === kind}
                onChange={() => onChange({ ties: kind })}
              />
              <span className="block font-semibold">{tieWords[kind].title}</span>
              <span className="block text-sm text-quiet">{tieWords[kind].says}</span>
            </label>
          ))}
        </div>
      </fieldset>
      <div className="mt-3.5 grid grid-cols-[1fr_7.5rem] items-end gap-2">
        <Choose
          label="Stop at"
          value={which ?? ''}
          choices={[{ value: '', label: 'when I stop it' }, ...ends.map((one) => ({ value: one, label: one }))]}
          onChange={(to) => onChange({ end: to === '' ? {} : { [to]: firstEnd[to as End] } })}
        />
        {which && (
          <NumberField
            label={`How many ${which}`}
            compact
            whole
            value={end[which] ?? firstEnd[which]}
            min={1}
            max={which === 'nodes' ? 1_000_000 : which === 'minutes' ? 500_000 : 100_000_000}
            onCommit={(many) => onChange({ end: { [which]: many } })}
          />
        )}
      </div>
    </>
  );
});

/** Words and writers, each with a way out, and the way to more. */
function FollowField({ follow, onChange }: { follow: Follow; onChange: (follow: Follow) => void }) {
  const [adding, setAdding] = useState(false);
  const [kind, setKind] = useState<'words' | 'writers'>('words');
  const [text, setText] = useState('');
  const called = { words: 'word', writers: 'writer' } as const;
  const add = (): void => {
    const clean = text.trim();
    if (clean !== '' && !follow[kind].includes(clean)) onChange({ ...follow, [kind]: [...follow[kind], clean] });
    setText('');
    setAdding(false);
  };
  return (
    <div className="mt-3.5">
      <p className="mb-1 text-sm font-semibold">Follow</p>
      <div className="flex flex-wrap items-center gap-1.5">
        {(['words', 'writers'] as const).flatMap((of) =>
          follow[of].map((one) => (
            <span
              key={`${of} ${one}`}
              className="inline-flex h-7 max-w-full items-center gap-1 rounded-md border border-line bg-panel pl-2.5"
            >
              <span className="truncate">
                {called[of]}: {one}
              </span>
              <button
                type="button"
                aria-label={`Follow ${called[of]} ${one} no more`}
                className="flex size-6 items-center justify-center rounded-md hover:bg-ground"
                onClick={() => onChange({ ...follow, [of]: follow[of].filter((other) => other !== one) })}
              >
                <X size={13} aria-hidden />
              </button>
            </span>
          )),
        )}
        {!adding && (
          <Button aria-label="Follow a word or a writer" onClick={() => setAdding(true)}>
            <Plus size={14} aria-hidden />
          </Button>
        )}
      </div>
      {adding && (
        <div className="mt-1.5 flex gap-1.5">
          <span className="w-24 shrink-0">
            <Choose
              compact
              label="Word or writer"
              value={kind}
              choices={[
                { value: 'words', label: 'word' },
                { value: 'writers', label: 'writer' },
              ]}
              onChange={(to) => setKind(to as 'words' | 'writers')}
            />
          </span>
          <input
            autoFocus
            aria-label="To follow"
            value={text}
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') add();
              if (event.key === 'Escape') setAdding(false);
            }}
            className="h-7 w-full min-w-0 rounded-md border border-line bg-panel px-2"
          />
          <Button onClick={add}>Add</Button>
        </div>
      )}
      {!follow.words.length && !follow.writers.length && !adding && (
        <p className="mt-1 text-sm text-quiet">Every message, as long as nothing is named.</p>
      )}
    </div>
  );
}
