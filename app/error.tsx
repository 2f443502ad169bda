'use client';
import { useRouter } from 'next/navigation';
import { startTransition, useEffect } from 'react';
import { Button } from '@/ui/kit';

/** Milliseconds between two tries. */
const every = 3000;

/** What a page shows where the server could not make it; it comes back by itself when the server can. */
export default function Failed({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  const router = useRouter();
  useEffect(() => {
    const again = (): void =>
      startTransition(() => {
        router.refresh();
        reset();
      });
    const timer = setInterval(again, every);
    return () => clearInterval(timer);
  }, [router, reset]);
  return (
    <main className="mx-auto mt-24 max-w-md px-6">
      <h1 className="font-serif text-2xl font-semibold">This page cannot be shown at the moment</h1>
      <p className="mt-2 text-quiet" role="status">
        The server or its database does not answer. What is stored stays as it is, and what waits in this browser is
        sent later. This page comes back by itself.
      </p>
      {error.digest && (
        <p className="mt-2 text-sm text-quiet">If it stays so, the server’s log says why, under {error.digest}.</p>
      )}
      <div className="mt-4">
        <Button onClick={() => location.reload()}>Load the page again</Button>
      </div>
    </main>
  );
}
