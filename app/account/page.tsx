import type { Metadata } from 'next';
import { signedIn } from '@/server/people/person';
import { AccountPage } from '@/ui/people/account';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Your account · Nunatak' };

export default async function Account() {
  await orNotFound(signedIn);
  return <AccountPage />;
}
