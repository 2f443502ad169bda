import { notFound, redirect } from 'next/navigation';
import { NotFound } from '@/server/access';
import { NotSignedIn } from '@/server/people/person';

/** What a page shows; the page for what is not there where the server has nothing to show, the door where somebody must sign in first. */
export async function orNotFound<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load();
  } catch (error) {
    if (error instanceof NotFound) notFound();
    if (error instanceof NotSignedIn) redirect('/sign-in');
    throw error;
  }
}
