import type { Metadata } from 'next';
import packaged from '@/package.json';
import { NotFound } from '@/server/access';
import { listHouseTeams, listPeople, storage } from '@/server/actions';
import { signedIn } from '@/server/people/person';
import { AdministrationPage } from '@/ui/people/administration';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Administration · Nunatak' };

export default async function Administration() {
  const shown = await orNotFound(async () => {
    await signedIn();
    const [people, teams, studies] = await Promise.all([listPeople(), listHouseTeams(), storage()]);
    if (!people.ok || !teams.ok || !studies.ok) throw new NotFound('Only administrators see this page.');
    return { people: people.value, teams: teams.value, studies: studies.value };
  });
  return <AdministrationPage {...shown} version={packaged.version} />;
}
