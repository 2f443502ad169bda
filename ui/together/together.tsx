'use client';
/** Who else is here, in the top bar; and the stream of what is changed, which the rest of the page listens to. */
import { useEffect } from 'react';
import type { Here } from '@/server/together/presence';
import { Initials } from '@/ui/kit/initials';
import { type Change, setHere, setNewsCome, tellNews, useHere } from './bus';

/** Milliseconds after which a stream that was refused is asked for again. */
const again = 15_000;
const most = 4;
const anything: Change = { thing: null, kind: null, missed: true };

/** Hears the news of a study as long as the page is looked at. */
function useStream(study: string, place: string, thing: string | undefined): void {
  useEffect(() => {
    if (typeof EventSource === 'undefined') return;
    let source: EventSource | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let missed = false;
    const close = (): void => {
      clearTimeout(timer);
      source?.close();
      source = undefined;
      setNewsCome(false);
    };
    const open = (): void => {
      close();
      const at = new URLSearchParams({ place, ...(thing === undefined ? {} : { thing }) });
      const made = new EventSource(`/api/studies/${study}/news?${at}`);
      source = made;
      const on = (event: string, work: (value: never) => void): void =>
        made.addEventListener(event, (told) => work(JSON.parse((told as MessageEvent<string>).data) as never));
      made.addEventListener('open', () => {
        setNewsCome(true);
        tellNews(missed ? anything : { thing: null, kind: null, first: true });
        missed = false;
      });
      on('here', (now: readonly Here[]) => setHere(now));
      on('changed', (change: Change) => tellNews(change));
      on('again', () => tellNews(anything));
      on('closed', close);
      made.addEventListener('error', () => {
        setNewsCome(false);
        missed = true;
        if (made.readyState !== EventSource.CLOSED || source !== made) return;
        timer = setTimeout(open, again);
      });
    };
    const looked = (): void => {
      if (document.visibilityState === 'hidden') return close();
      missed = source === undefined;
      if (missed) open();
    };
    looked();
    missed = false;
    document.addEventListener('visibilitychange', looked);
    return () => {
      document.removeEventListener('visibilitychange', looked);
      close();
      setHere([]);
    };
  }, [study, place, thing]);
}

/** The letters of the others who are here. */
export function Together({ study, place, thing }: { study: string; place: string; thing?: string }) {
  useStream(study, place, thing);
  const others = useHere().filter(({ you }) => !you);
  if (!others.length) return null;
  const shown = others.slice(0, others.length > most ? most - 1 : most);
  return (
    <ul aria-label="Here now" className="flex shrink-0 -space-x-1">
      {shown.map(({ id, name, on }) => (
        <li key={id} title={`${name} is here now: ${on}`} className="rounded-full ring-2 ring-panel">
          <Initials id={id} name={name} />
          <span className="sr-only">{`${name}: ${on}`}</span>
        </li>
      ))}
      {others.length > shown.length && (
        <li
          title={others.map(({ name, on }) => `${name}: ${on}`).join('\n')}
          className="flex h-6.5 items-center rounded-full bg-ground px-1.5 text-xs font-semibold ring-2 ring-panel"
        >
          +{others.length - shown.length}
        </li>
      )}
    </ul>
  );
}
