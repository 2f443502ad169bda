import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { allowedSources, practice } from '@/server/feeds/allowed';
import { FeedPage } from '@/ui/feeds/feed-page';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'A feed · Nunatak' };

export default async function NewFeed({ params }: { params: Promise<{ study: string }> }) {
  const study = await orNotFound(async () => studyFor((await params).study, 'edit'));
  return <FeedPage study={study} sources={allowedSources()} practice={practice()} />;
}
