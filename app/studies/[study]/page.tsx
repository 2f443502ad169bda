import { redirect } from 'next/navigation';

export default async function StudyPage({ params }: { params: Promise<{ study: string }> }) {
  redirect(`/studies/${(await params).study}/networks`);
}
