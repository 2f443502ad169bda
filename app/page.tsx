import { listStudies } from '@/server/studies';
import { StudiesPage } from '@/ui/studies/studies-page';

export const dynamic = 'force-dynamic';

export default async function Home() {
  return <StudiesPage studies={await listStudies()} />;
}
