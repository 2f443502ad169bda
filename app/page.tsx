import { listStudies } from '@/server/studies';
import { StudiesPage } from '@/ui/studies/studies-page';
import { orNotFound } from '@/app/or-not-found';

export const dynamic = 'force-dynamic';

export default async function Home() {
  return <StudiesPage studies={await orNotFound(listStudies)} />;
}
