'use client';
/** What a feed's page hears of it; what its network grows by goes to the worker that draws it. */
import { useEffect, useState } from 'react';
import type { FeedNews } from '@/server/feeds/live';
import { type Seen, keptSeen, rateOf } from './rate';
import { type GrowingService, startGrowingWorker } from '@/worker/client';

export interface Heard {
  news?: Omit<FeedNews, 'added' | 'changed' | 'anew'>;
  /** Messages a minute. */
  rate?: number | undefined;
  /** Why nothing more is told, where nothing is. */
  closed?: string;
  /** Draws the network. */
  drawing?: { service: GrowingService };
}

/** Deaths of the worker after which it is not tried again. */
const mostDeaths = 3;

export function useFeedNews(study: string, id: string | undefined): Heard {
  const [heard, setHeard] = useState<Heard>({});
  const [deaths, setDeaths] = useState(0);
  useEffect(() => {
    if (id === undefined || deaths > mostDeaths) return undefined;
    const worker = startGrowingWorker();
    const { service } = worker;
    worker.onDeath(() => setDeaths((before) => before + 1));
    setHeard((now) => ({ ...now, drawing: { service } }));
    // A stream that begins tells all of the network first.
    const source = new EventSource(`/api/studies/${study}/feeds/${id}/news`);
    let seen: Seen[] = [];
    source.addEventListener('feed', (event: MessageEvent<string>) => {
      const { added, changed, anew, ...news } = JSON.parse(event.data) as FeedNews;
      void service.add(anew, added, changed);
      seen = news.running ? keptSeen(seen, { at: performance.now(), messages: news.messages }) : [];
      setHeard((now) => ({ ...now, news, rate: rateOf(seen) }));
    });
    source.addEventListener('closed', (event: MessageEvent<string>) => {
      source.close();
      setHeard((now) => ({ ...now, closed: (JSON.parse(event.data) as { why: string }).why }));
    });
    return () => {
      source.close();
      worker.end();
    };
  }, [study, id, deaths]);
  return heard;
}
