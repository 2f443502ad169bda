import type { Metadata } from 'next';
import packaged from '@/package.json';
import { NotFound } from '@/server/access';
import { listHouseTeams, listPeople, storage, workSummary } from '@/server/actions';
import { signedIn } from '@/server/people/person';
import { AdministrationPage } from '@/ui/people/administration';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Administration · Nunatak' };

export default async function Administration() {
  const shown = await orNotFound(async () => {
    await signedIn();
    const [people, teams, studies, work] = await Promise.all([
      listPeople(),
      listHouseTeams(),
      storage(),
      workSummary(),
    ]);
    if (!people.ok || !teams.ok || !studies.ok || !work.ok) throw new NotFound('Only administrators see this page.');
    return { people: people.value, teams: teams.value, studies: studies.value, work: work.value };
  });
  return <AdministrationPage {...shown} version={packaged.version} />;
}
