import type { Metadata } from 'next';
import { studyFor } from '@/server/access';
import { listHappened } from '@/server/happened';
import { listLinks } from '@/server/links';
import { listMembers } from '@/server/people/members';
import { listTeams } from '@/server/people/teams';
import { whoSees } from '@/server/filing';
import { PeoplePage } from '@/ui/people/people-page';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'People · Nunatak' };

export default async function People({ params }: { params: Promise<{ study: string }> }) {
  const shown = await orNotFound(async () => {
    const study = await studyFor((await params).study, 'read');
    const [members, teams, links, things, happened] = await Promise.all([
      listMembers(study.id),
      listTeams(study.id),
      listLinks(study.id),
      whoSees(study.id),
      listHappened(study.id),
    ]);
    return { study, members, teams, links, things, happened };
  });
  return <PeoplePage {...shown} />;
}
