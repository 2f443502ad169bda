import Link from 'next/link';
import { TopBar } from '@/ui/kit/top-bar';

/** In place of a network or a figure that cannot be read: why, and that it stays as it is. */
export function Unreadable({
  study,
  fault,
  what = 'network',
}: {
  study: string;
  fault: string;
  what?: 'network' | 'figure';
}) {
  return (
    <>
      <TopBar>
        <span className="grow" />
      </TopBar>
      <main className="mx-auto mt-24 max-w-md px-6">
        <h1 className="font-serif text-2xl font-semibold">This {what} cannot be opened here</h1>
        <p className="mt-2">{fault}</p>
        <p className="mt-2 text-quiet">It stays stored as it is.</p>
        <Link href={`/studies/${study}/${what}s`} className="mt-4 inline-block font-semibold text-accent underline">
          All {what}s of the study
        </Link>
      </main>
    </>
  );
}
