'use client';
/** Who works on a study, in which teams, and what each may see. */
import { useRouter } from 'next/navigation';
import { useFresh } from '@/ui/together/use-changes';
import { changeTeam, deleteTeam, makeTeam, restoreTeam } from '@/server/actions';
import type { Answer } from '@/server/answer';
import type { FiledThing, What } from '@/server/filing';
import type { Happened } from '@/server/happened';
import type { GuestLink } from '@/server/links';
import type { Member } from '@/server/people/members';
import type { Team } from '@/server/people/teams';
import { counted } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { TopBar } from '@/ui/kit/top-bar';
import { StudyPlaces } from '@/ui/together/study-places';
import { GuestLinks } from './guest-links';
import { Members } from './members';
import { Teams } from './teams';
import { WhatHappened } from './what-happened';
import { WhoSees } from './who-sees';

export interface Shown {
  study: { id: string; name: string; role: Member['role'] };
  members: Member[];
  teams: Team[];
  links: GuestLink[];
  things: FiledThing[];
  happened: Happened[];
  /** Something was asked of the server. */
  done: (answer: Answer<void>) => void;
}

export function PeoplePage(shown: Omit<Shown, 'done'>) {
  const { study, members, teams, things, happened } = shown;
  const router = useRouter();
  useFresh();
  const refresh = (): void => router.refresh();
  const done = (answer: Answer<void>): void => {
    if (!answer.ok) toast.error(answer.fault);
    refresh();
  };
  const work = {
    make: (name: string, people: string[]) => makeTeam(study.id, name, people),
    change: (id: string, change: { name?: string; people?: string[] }) => changeTeam(study.id, id, change),
    remove: (id: string) => deleteTeam(study.id, id),
    restore: (id: string) => restoreTeam(study.id, id),
  };
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar>
        <StudyPlaces study={study} here="people" />
      </TopBar>
      <div className="grid grow grid-cols-[minmax(0,1fr)_minmax(0,29rem)]">
        <main className="px-8.5 py-6">
          <h1 className="font-serif text-2xl font-semibold">People</h1>
          <p className="text-quiet">Who works on this study, in which teams, and what each may see.</p>
          <Members {...shown} done={done} />
          <Teams
            teams={teams}
            people={members}
            work={study.role === 'owner' ? work : undefined}
            mayChange={({ own }) => own}
            sees={(team) => seesWords(team, things)}
            refresh={refresh}
          />
          <GuestLinks {...shown} done={done} />
          <WhatHappened study={study} happened={happened} />
        </main>
        <aside aria-label="What each sees" className="border-l border-line bg-panel px-5.5 py-6">
          <WhoSees study={study} members={members} teams={teams} things={things} refresh={refresh} />
        </aside>
      </div>
    </div>
  );
}

const called: Record<What, [string, string?]> = {
  network: ['network'],
  figure: ['figure'],
  shortlist: ['shortlist'],
  look: ['look'],
  palette: ['palette'],
  sift: ['sift'],
  outlines: ['set of outlines', 'sets of outlines'],
};

/** What is filed for a team, in words. */
function seesWords(team: Team, things: readonly FiledThing[]): string {
  const its = things.filter(({ seen, teams }) => seen === 'teams' && teams.includes(team.id));
  const words = (Object.keys(called) as What[]).flatMap((what) => {
    const many = its.filter((one) => one.what === what).length;
    return many ? [counted(many, ...called[what])] : [];
  });
  return words.length ? `sees ${words.join(', ')}` : 'nothing is filed for it yet';
}
