import Link from 'next/link';
import { TopBar } from '@/ui/kit/top-bar';

export default function NotFoundPage() {
  return (
    <>
      <TopBar>
        <span className="grow" />
      </TopBar>
      <main className="mx-auto mt-24 max-w-md px-6">
        <h1 className="font-serif text-2xl font-semibold">This is not here</h1>
        <p className="mt-2 text-quiet">It may have been deleted, or the address is not quite right.</p>
        <Link href="/" className="mt-4 inline-block font-semibold text-accent underline">
          All studies
        </Link>
      </main>
    </>
  );
}
