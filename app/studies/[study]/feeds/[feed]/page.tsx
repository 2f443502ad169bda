import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { openFeed } from '@/server/feeds';
import { allowedSources, practice } from '@/server/feeds/allowed';
import { FeedPage } from '@/ui/feeds/feed-page';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Feed · Nunatak' };

export default async function Feed({ params }: { params: Promise<{ study: string; feed: string }> }) {
  const shown = await orNotFound(async () => {
    const { study: id, feed } = await params;
    const study = await studyFor(id, 'read');
    return { study, feed: await openFeed(study.id, feed) };
  });
  return <FeedPage key={shown.feed.id} {...shown} sources={allowedSources()} practice={practice()} />;
}
