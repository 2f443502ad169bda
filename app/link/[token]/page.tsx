import type { Metadata } from 'next';
import { openLink } from '@/server/actions';
import { LinkPage } from '@/ui/people/link';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Set a password · Nunatak' };

export default async function Link({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const opened = await openLink(token);
  return <LinkPage token={token} opened={opened} />;
}
