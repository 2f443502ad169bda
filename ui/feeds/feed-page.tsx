'use client';
/** A feed: what it follows at the left, the network that grows in the middle, what comes in at the right. */
import { Square, Play } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { tieWords } from '@/core/feed';
import {
  changeFeed,
  createFeed,
  deleteFeed,
  feedPast,
  openFeedNetwork,
  startFeed,
  stopFeed,
  tryFeed,
} from '@/server/actions';
import type { Answer } from '@/server/answer';
import type { FeedPast, OpenFeed, Trial } from '@/server/feeds';
import type { Role } from '@/server/db';
import { Button, Menu, Trouble, grouped } from '@/ui/kit';
import { notReached } from '@/ui/kit/not-reached';
import { HeldForReaders, Rights } from '@/ui/kit/rights';
import { toast } from '@/ui/kit/toast';
import { TopBar } from '@/ui/kit/top-bar';
import { StudyPlaces } from '@/ui/together/study-places';
import { ByMinute } from './by-minute';
import { Messages } from './coming-in';
import { drawnWords } from './drawn-words';
import { GrowingCanvas } from './growing-canvas';
import { FeedSettings, type PracticeAt, type Settings } from './settings';
import { useFeedNews } from './use-news';
import { useSettings } from './use-settings';

/** Milliseconds from one look at messages by the minute to the next. */
const pastEvery = 5000;
const asFirst: Omit<Settings, 'address'> = {
  name: 'Harbour boards',
  key: '',
  follow: { words: [], writers: [] },
  ties: 'whom',
  end: {},
};

export interface FeedStart {
  study: { id: string; name: string; role?: Role };
  /** Absent: it is yet to be set up. */
  feed?: OpenFeed;
  sources: string[];
  practice: PracticeAt;
}

export function FeedPage({ study, feed, sources, practice }: FeedStart) {
  const router = useRouter();
  const [trial, setTrial] = useState<Trial>();
  const [busy, setBusy] = useState<string>();
  const [fault, setFault] = useState<string>();
  const heard = useFeedNews(study.id, feed?.id);
  const now = heard.news ?? feed;
  const { settings, edit, settle } = useSettings(now ?? { ...asFirst, address: sources[0] ?? '' });
  const edits = study.role !== 'reader';
  const drawn = settings.ties === 'none' ? undefined : drawnWords(now?.nodes ?? 0, heard.news?.untold ?? false);
  const past = usePast(study.id, feed?.id, heard.news?.messages ?? 0, now?.running ?? false);

  const answered = async <T,>(what: string, work: () => Promise<Answer<T>>): Promise<Answer<T>> => {
    setBusy(what);
    setFault(undefined);
    const answer = await work().catch(notReached);
    setBusy(undefined);
    if (!answer.ok) setFault(answer.fault);
    return answer;
  };
  const asked = async <T,>(what: string, work: () => Promise<Answer<T>>): Promise<T | undefined> => {
    const answer = await answered(what, work);
    return answer.ok ? answer.value : undefined;
  };
  const done = async (what: string, work: () => Promise<Answer<unknown>>): Promise<boolean> =>
    (await answered(what, work)).ok;
  const change = (to: Partial<Settings>): void => {
    edit(to);
    setTrial(undefined);
    if (!feed) return;
    const { key, ...rest } = to;
    if (Object.keys(rest).length)
      void done('change', () => changeFeed(study.id, feed.id, rest)).then((kept) => settle(rest, kept));
    if (key !== undefined) keyLater(key);
  };
  // The same over all news, with which the settings are not drawn anew.
  const changing = useRef(change);
  changing.current = change;
  const onChange = useCallback((to: Partial<Settings>) => changing.current(to), []);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const keyLater = (key: string): void => {
    clearTimeout(timer.current);
    if (key !== '' && feed)
      timer.current = setTimeout(
        () => void done('change', () => changeFeed(study.id, feed.id, { key })).then((kept) => settle({ key }, kept)),
        800,
      );
  };
  const tryIt = async (): Promise<void> => {
    const { address, key, follow } = settings;
    const found = await asked('try', () => tryFeed(study.id, { address, follow, ...(key ? { key } : {}) }, feed?.id));
    setTrial(found);
  };
  const connect = async (): Promise<void> => {
    const made = await asked('connect', () => createFeed(study.id, { ...settings, key: settings.key ?? '' }));
    if (!made) return;
    await asked('start', () => startFeed(study.id, made.id));
    router.replace(`/studies/${study.id}/feeds/${made.id}`);
  };
  const open = async (follows: boolean): Promise<void> => {
    if (!feed) return;
    const made = await asked('open', () => openFeedNetwork(study.id, feed.id, follows));
    if (made) router.push(`/studies/${study.id}/networks/${made.id}`);
  };
  const takeAway = async (): Promise<void> => {
    if (!feed) return;
    const answer = await deleteFeed(study.id, feed.id).catch(notReached);
    if (!answer.ok) return setFault(answer.fault);
    toast('The feed was taken away; its table stays.');
    router.push(`/studies/${study.id}/records${now?.table ? `?table=${encodeURIComponent(now.table.key)}` : ''}`);
  };

  return (
    <Rights role={study.role}>
      <div className="flex h-dvh flex-col overflow-hidden">
        <TopBar>
          <StudyPlaces study={study} here="records" />
        </TopBar>
        <div className="flex min-h-0 grow">
          <aside
            aria-label="What is followed"
            className="w-[312px] shrink-0 overflow-y-auto border-r border-line bg-panel p-3.5"
          >
            <h1 className="font-serif text-lg font-semibold break-words">{now?.name ?? 'A feed'}</h1>
            <p className="text-sm text-quiet">Messages come in as records while it runs.</p>
            <HeldForReaders>
              <FeedSettings
                settings={settings}
                sources={sources}
                practice={practice}
                kept={feed !== undefined}
                onChange={onChange}
              />
              <div className="mt-4">
                {feed && !now?.running && (
                  <Button look="danger" disabled={busy !== undefined} onClick={() => void takeAway()}>
                    Take the feed away
                  </Button>
                )}
              </div>
            </HeldForReaders>
            {fault !== undefined && <Trouble>{fault}</Trouble>}
          </aside>
          <main aria-label="What grows" className="flex min-w-0 grow flex-col bg-paper">
            <div className="flex shrink-0 flex-wrap items-center gap-x-5 gap-y-1 px-4 pt-3">
              <Count many={now?.nodes ?? 0} what="nodes" />
              <Count many={now?.tieCount ?? 0} what="ties" />
              <Count
                many={now?.messages ?? 0}
                what="messages"
                more={heard.rate === undefined ? undefined : `${grouped(heard.rate)} a minute`}
              />
              <span className="grow" />
              {edits && (
                <Button className="h-8" disabled={busy !== undefined} onClick={() => void tryIt()}>
                  {busy === 'try' ? 'Asking …' : 'Try it'}
                </Button>
              )}
              {edits && !feed && (
                <Button look="main" className="h-8" disabled={busy !== undefined} onClick={() => void connect()}>
                  <Play size={13} aria-hidden /> {busy === 'connect' ? 'Connecting …' : 'Connect'}
                </Button>
              )}
              {edits && feed && now?.running && (
                <Button
                  look="stop"
                  className="h-8"
                  disabled={busy !== undefined}
                  onClick={() => void asked('stop', () => stopFeed(study.id, feed.id))}
                >
                  <Square size={11} fill="currentColor" aria-hidden /> Stop
                </Button>
              )}
              {edits && feed && !now?.running && (
                <Button
                  look="main"
                  className="h-8"
                  disabled={busy !== undefined}
                  onClick={() => void asked('start', () => startFeed(study.id, feed.id))}
                >
                  <Play size={13} aria-hidden /> {now?.messages ? 'Go on' : 'Start'}
                </Button>
              )}
            </div>
            <p role="status" className="min-h-6 shrink-0 px-4 text-sm text-quiet">
              {heard.closed ?? stateWords(now)}
            </p>
            <div className="relative min-h-0 grow">
              {feed && settings.ties !== 'none' && (
                <GrowingCanvas
                  drawing={heard.drawing}
                  label={`The network as it grows: ${now?.nodes ?? 0} nodes, ${now?.tieCount ?? 0} ties`}
                />
              )}
              {drawn !== undefined && (
                <p className="absolute bottom-2 left-4 rounded-md bg-paper px-1.5 py-0.5 text-sm text-quiet">{drawn}</p>
              )}
              {!now?.nodes && (
                <p className="absolute inset-x-8 top-1/3 text-center text-quiet">
                  {!feed
                    ? 'Say what to follow at the left, try it, and connect: nodes and ties appear here as messages come.'
                    : settings.ties === 'none'
                      ? 'Records only: no network is made.'
                      : 'No node yet. They appear here as messages come.'}
                </p>
              )}
            </div>
            {feed && past && <ByMinute past={past} />}
          </main>
          <aside
            aria-label="Coming in"
            className="w-[312px] shrink-0 overflow-y-auto border-l border-line bg-panel p-3.5"
          >
            {trial ? (
              <>
                <h2 className="font-serif text-lg font-semibold">First messages</h2>
                <p className="text-sm text-quiet">
                  “{trial.source}” answers.{' '}
                  {trial.messages.length
                    ? 'These are the newest that pass; nothing is stored of them.'
                    : 'None of its last messages passes.'}
                </p>
                <Messages label="First messages" messages={trial.messages} />
              </>
            ) : (
              <>
                <h2 className="font-serif text-lg font-semibold">Coming in</h2>
                {heard.news?.newest.length ? (
                  <Messages label="Coming in" messages={heard.news.newest.slice(0, 8)} />
                ) : (
                  <p className="text-sm text-quiet">No message yet.</p>
                )}
              </>
            )}
            {now?.table && (
              <section aria-label="Kept as" className="mt-4">
                <h3 className="font-semibold">Kept as the table “{now.table.name}”</h3>
                <p className="text-sm text-quiet">
                  {grouped(now.messages)} messages, none twice; {grouped(now.table.rows)} are rows by now. A network
                  made from it grows with it.
                </p>
                <div className="mt-2 flex flex-wrap gap-2">
                  {edits && settings.ties !== 'none' && (
                    <Menu
                      trigger={<Button disabled={busy !== undefined || !now.messages}>Open the network</Button>}
                      entries={[
                        { label: 'That grows with the table', onSelect: () => void open(true) },
                        {
                          label: 'Of what is there now',
                          hint: 'of a copy of the table',
                          onSelect: () => void open(false),
                        },
                      ]}
                    />
                  )}
                  <Link
                    href={`/studies/${study.id}/records?table=${encodeURIComponent(now.table.key)}`}
                    className="inline-flex h-7 items-center rounded-md border border-line px-2.5 font-semibold hover:bg-ground"
                  >
                    See the records
                  </Link>
                </div>
              </section>
            )}
            {feed && !now?.table && (
              <p className="mt-4 text-sm text-danger">
                Its table was deleted. It can be brought back on the Records page.
              </p>
            )}
          </aside>
        </div>
      </div>
    </Rights>
  );
}

function Count({ many, what, more }: { many: number; what: string; more?: string | undefined }) {
  return (
    <p className="whitespace-nowrap">
      <b className="font-serif text-2xl font-semibold tabular-nums">{grouped(many)}</b>{' '}
      <span className="text-quiet">
        {what}
        {more !== undefined && `, ${more}`}
      </span>
    </p>
  );
}

function stateWords(feed: Pick<OpenFeed, 'running' | 'connected' | 'why' | 'ties'> | undefined): string {
  if (!feed) return '';
  if (!feed.running) return feed.why ?? 'It does not run.';
  if (feed.why !== null) return feed.why;
  return feed.connected ? `It runs: ${tieWords[feed.ties].title.toLowerCase()}.` : 'Connecting …';
}

/** Messages by the minute, asked for now and then while they come. */
function usePast(
  study: string,
  id: string | undefined,
  messages: number,
  running: boolean,
): (FeedPast & { at: number }) | undefined {
  const [past, setPast] = useState<FeedPast & { at: number }>();
  const load = useCallback(async () => {
    if (id === undefined) return;
    const answer = await feedPast(study, id).catch(notReached);
    if (answer.ok) setPast({ ...answer.value, at: Date.now() });
  }, [study, id]);
  const last = useRef(0);
  useEffect(() => {
    const wait = Math.max(0, last.current + pastEvery - Date.now());
    const timer = setTimeout(() => {
      last.current = Date.now();
      void load();
    }, wait);
    return () => clearTimeout(timer);
  }, [load, messages, running]);
  return past;
}
