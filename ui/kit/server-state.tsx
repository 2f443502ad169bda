'use client';
/** What the server is asked for to be shown: asked once for each version of a thing, shared by all who show it. */
import { QueryClient, QueryClientProvider, useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useCallback, useState } from 'react';

/** Milliseconds in which an answer is not asked for again. */
const fresh = 10_000;

type Told<T> = { ok: true; value: T } | { ok: false; fault: string };

/** Pages that ask the server stand in this. */
export function ServerState({ children }: { children: ReactNode }) {
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          // The server may be on this very machine, without any network.
          queries: {
            staleTime: fresh,
            retry: 1,
            retryDelay: 500,
            refetchOnWindowFocus: false,
            networkMode: 'always',
          },
        },
      }),
  );
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}

export interface ToldOf<T> {
  value: T | undefined;
  fault: string | undefined;
  /** The value once it is there; undefined where it cannot be had. */
  known(): Promise<T | undefined>;
}

/** Asks the server; `key` names what is asked for, with its version. */
export function useTold<T>(key: readonly (string | number | undefined)[], ask: () => Promise<Told<T>>): ToldOf<T> {
  const client = useQueryClient();
  const question = {
    queryKey: key,
    queryFn: async (): Promise<T> => {
      const told = await ask();
      if (!told.ok) throw new Error(told.fault);
      return told.value;
    },
  };
  const { data, error } = useQuery(question);
  const name = JSON.stringify(key);
  const known = useCallback(
    () => client.query(question).catch(() => undefined),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the same key asks the same
    [client, name],
  );
  return { value: data, fault: error?.message, known };
}
