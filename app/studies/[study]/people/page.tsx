import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { listHappened } from '@/server/happened';
import { listLinks } from '@/server/links';
import { listMembers } from '@/server/people/members';
import { PeoplePage } from '@/ui/people/people-page';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'People · Nunatak' };

export default async function People({ params }: { params: Promise<{ study: string }> }) {
  const shown = await orNotFound(async () => {
    const study = await studyFor((await params).study, 'read');
    const [members, links, happened] = await Promise.all([
      listMembers(study.id),
      listLinks(study.id),
      listHappened(study.id),
    ]);
    return { study, members, links, happened };
  });
  return <PeoplePage {...shown} />;
}
