'use client';
/** What a feed's page hears of it. */
import { useEffect, useRef, useState } from 'react';
import type { FeedNews } from '@/server/feeds/live';
import { Growing } from './growing';

export interface Heard {
  news?: Omit<FeedNews, 'added' | 'changed' | 'anew'>;
  growing: Growing;
  /** Of the network. */
  turn: number;
  /** Why nothing more is told, where nothing is. */
  closed?: string;
}

export function useFeedNews(study: string, id: string | undefined): Heard {
  const growing = useRef(new Growing());
  const [heard, setHeard] = useState<Omit<Heard, 'growing'>>({ turn: 0 });
  useEffect(() => {
    if (id === undefined) return undefined;
    const source = new EventSource(`/api/studies/${study}/feeds/${id}/news`);
    source.addEventListener('feed', (event: MessageEvent<string>) => {
      const { added, changed, anew, ...news } = JSON.parse(event.data) as FeedNews;
      growing.current.add(anew, added, changed);
      setHeard({ news, turn: growing.current.turn });
    });
    source.addEventListener('closed', (event: MessageEvent<string>) => {
      source.close();
      setHeard((now) => ({ ...now, closed: (JSON.parse(event.data) as { why: string }).why }));
    });
    return () => source.close();
  }, [study, id]);
  return { ...heard, growing: growing.current };
}
