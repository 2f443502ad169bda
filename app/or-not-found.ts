import { notFound } from 'next/navigation';
import { NotFound } from '@/server/access';

/** What a page shows; the page for what is not there where the server has nothing to show. */
export async function orNotFound<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load();
  } catch (error) {
    if (error instanceof NotFound) notFound();
    throw error;
  }
}
