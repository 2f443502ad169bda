'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { sentence } from '@/ui/kit';
import { useSession, useWorkbenchStore } from '@/ui/state/context';
import { type Away, type AwayNews, type Place, type Questions, hearing } from '@/worker/client';

export interface Asked<K extends keyof Questions> {
  answer?: Questions[K]['answer'];
  /** Share done of the question at work; undefined where none is. */
  share?: number;
  fault?: string;
  /** How it stands, while the server answers it. */
  away?: Away;
  /** `place`: where a costly question is answered; by its size where it is absent. */
  ask(at: string, ask: Questions[K]['ask'], place?: Place): Promise<Questions[K]['answer'] | undefined>;
  stop(): void;
  clear(): void;
}

/** Asks the worker about the network: one question of a kind at a time, the latest wins. */
export function useQuestion<K extends keyof Questions>(
  kind: K,
  tell?: (news: Exclude<Questions[K]['news'], number>) => void,
): Asked<K> {
  const store = useWorkbenchStore();
  const session = useSession();
  const [state, setState] = useState<Pick<Asked<K>, 'answer' | 'share' | 'fault' | 'away'>>({});
  const turn = useRef(0);
  const told = useRef(tell);
  useEffect(() => {
    told.current = tell;
  });
  useEffect(
    () => () => {
      turn.current++;
    },
    [],
  );
  const ask = useCallback(
    async (at: string, what: Questions[K]['ask'], place?: Place): Promise<Questions[K]['answer'] | undefined> => {
      const mine = ++turn.current;
      setState((now) => ({ answer: now.answer, share: 0 }));
      try {
        const { service } = session.current ?? {};
        const heard = (news: Questions[K]['news'] | number | AwayNews): void => {
          if (mine !== turn.current) return;
          if (typeof news === 'number') setState((now) => ({ ...now, share: news }));
          else if (isAway(news)) setState((now) => ({ ...now, away: news.away }));
          else told.current?.(news as Exclude<Questions[K]['news'], number>);
        };
        const asking = service?.ask as unknown as (
          ...given: [K, unknown, string, Questions[K]['ask'], unknown, Place | undefined]
        ) => Promise<Questions[K]['answer'] | undefined>;
        const answer = await hearing(heard, (given) => asking(kind, store.getState().trail, at, what, given, place));
        if (mine === turn.current) setState((now) => ({ answer: answer ?? now.answer }));
        return answer;
      } catch (error) {
        if (mine === turn.current) setState({ fault: sentence(error) });
        return undefined;
      }
    },
    [kind, session, store],
  );
  const stop = useCallback(() => {
    turn.current++;
    void session.current?.service.hush(kind);
    setState((now) => ({ answer: now.answer }));
  }, [kind, session]);
  const clear = useCallback(() => setState({}), []);
  return { ...state, ask, stop, clear };
}

const isAway = (news: unknown): news is AwayNews => typeof news === 'object' && news !== null && 'away' in news;
