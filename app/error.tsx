'use client';
import { useEffect } from 'react';

/** Milliseconds between two tries. */
const every = 3000;

/** What a page shows where the server could not make it; it comes back by itself when the server can. Every page carries it, so it takes nothing of the kit. */
export default function Failed({ error }: { error: Error & { digest?: string } }) {
  useEffect(() => {
    const again = (): void =>
      void fetch(location.href, { cache: 'no-store' }).then(
        ({ ok }) => ok && location.reload(),
        () => undefined,
      );
    const timer = setInterval(again, every);
    return () => clearInterval(timer);
  }, []);
  return (
    <main className="mx-auto mt-24 max-w-md px-6">
      <h1 className="font-serif text-2xl font-semibold">This page cannot be shown at the moment</h1>
      <p className="mt-2 text-quiet" role="status">
        The server or its database does not answer. What is stored stays as it is, and what waits in this browser is
        sent later. The page comes back by itself.
      </p>
      {error.digest && <p className="mt-2 text-sm text-quiet">In the server’s log: {error.digest}</p>}
    </main>
  );
}
