'use client';
/** Who works on a study, and what each may do. */
import { Plus } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { addMember, changeRole, endLink, leaveStudy, removeMember } from '@/server/actions';
import type { Answer } from '@/server/answer';
import type { Happened } from '@/server/happened';
import type { GuestLink } from '@/server/links';
import type { Member } from '@/server/people/members';
import { Button, Choose, counted, dayOf, momentOf } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { StudyPlaces, TopBar } from '@/ui/kit/top-bar';
import { Form, Input } from './form';
import { PersonName } from './person-name';

type Role = Member['role'];
const roles: readonly { value: Role; label: string; says: string }[] = [
  { value: 'owner', label: 'owner', says: 'also says who takes part, and deletes the study' },
  { value: 'editor', label: 'editor', says: 'also changes records, names, networks, figures and lists' },
  { value: 'reader', label: 'reader', says: 'sees all of it, computes and takes it away, and changes nothing' },
];
const asRole = (value: string): Role => value as Role;

export function PeoplePage({
  study,
  members,
  links,
  happened,
}: {
  study: { id: string; name: string; role: Role };
  members: Member[];
  links: GuestLink[];
  happened: Happened[];
}) {
  const router = useRouter();
  const [adding, setAdding] = useState(false);
  const owns = study.role === 'owner';
  const done = (answer: Answer<void>): void => {
    if (!answer.ok) toast.error(answer.fault);
    router.refresh();
  };
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar>
        <StudyPlaces study={study} here="people" />
      </TopBar>
      <div className="grid grow grid-cols-[minmax(0,1fr)_minmax(0,28rem)]">
        <main className="px-8.5 py-6">
          <h1 className="font-serif text-2xl font-semibold">People</h1>
          <p className="text-quiet">Who works on this study, and what each may do.</p>
          <div className="mt-4 flex items-center justify-between border-b border-line pb-1.5">
            <h2 className="font-semibold">In this study</h2>
            {owns && !adding && (
              <Button onClick={() => setAdding(true)}>
                <Plus size={15} aria-hidden /> Add somebody
              </Button>
            )}
          </div>
          {adding && <Add study={study.id} onDone={() => (setAdding(false), router.refresh())} />}
          <ul aria-label="People of the study">
            {members.map((one) => (
              <li key={one.id} className="flex min-h-11 items-center gap-3 border-b border-rule py-1.5">
                <PersonName {...one} />
                <span className="w-28 shrink-0">
                  {owns ? (
                    <Choose
                      compact
                      label={`Role of ${one.name}`}
                      value={one.role}
                      choices={roles}
                      onChange={(role) => void changeRole(study.id, one.id, asRole(role)).then(done)}
                    />
                  ) : (
                    one.role
                  )}
                </span>
                <span className="w-18 shrink-0 text-right">
                  {one.you ? (
                    <button
                      type="button"
                      className="rounded-md font-medium text-danger hover:underline"
                      onClick={() =>
                        void leaveStudy(study.id).then((answer) => (answer.ok ? router.push('/') : done(answer)))
                      }
                    >
                      leave
                    </button>
                  ) : (
                    owns && (
                      <button
                        type="button"
                        aria-label={`Remove ${one.name}`}
                        className="rounded-md font-medium text-danger hover:underline"
                        onClick={() => void removeMember(study.id, one.id).then(done)}
                      >
                        remove
                      </button>
                    )
                  )}
                </span>
              </li>
            ))}
          </ul>
          <p className="mt-2 text-sm text-quiet">{counted(members.length, 'person', 'people')}.</p>
          <h2 className="mt-7 border-b border-line pb-1.5 font-semibold">Links for outsiders</h2>
          {links.length === 0 && (
            <p className="mt-2 text-quiet">None. The page of a figure makes them, under Take away.</p>
          )}
          <ul aria-label="Links for outsiders">
            {links.map(({ id, name, by, endsAt, opened }) => (
              <li key={id} className="flex min-h-9 items-center gap-3 border-b border-rule py-1.5">
                <p className="min-w-0 grow">
                  <b className="font-semibold">{name}, to explore</b>{' '}
                  <span className="text-sm text-quiet">
                    without records · until {dayOf(endsAt)} ·{' '}
                    {opened ? `opened ${counted(opened, 'time')}` : 'not opened yet'}
                    {by !== null && ` · by ${by}`}
                  </span>
                </p>
                {study.role !== 'reader' && (
                  <button
                    type="button"
                    aria-label={`End the link to ${name}`}
                    className="rounded-md font-medium text-danger hover:underline"
                    onClick={() => void endLink(study.id, id).then(done)}
                  >
                    end it
                  </button>
                )}
              </li>
            ))}
          </ul>
        </main>
        <aside aria-label="What each may do" className="border-l border-line bg-panel px-5.5 py-6">
          <h2 className="font-serif text-lg font-semibold">What each may do</h2>
          <dl className="mt-2">
            {[...roles].reverse().map(({ value, says }) => (
              <div key={value} className="border-b border-rule py-2">
                <dt className="font-semibold">{value}</dt>
                <dd className="text-quiet">{says}</dd>
              </div>
            ))}
          </dl>
          <p className="mt-3 text-sm text-quiet">
            Whoever has no part in the study does not see that it is there. It keeps an owner: the last one cannot
            leave.
          </p>
          <h2 className="mt-6 font-serif text-lg font-semibold">What happened</h2>
          <ol aria-label="What happened" className="mt-1">
            {happened.map(({ id, who, what, times, at }) => (
              <li key={id} className="border-b border-rule py-1.5 break-words">
                <b className="font-semibold">{who ?? 'Somebody'}</b> {what}
                <span className="text-sm text-quiet">
                  {times > 1 && ` · ${counted(times, 'time')}`} · {momentOf(at)}
                </span>
              </li>
            ))}
          </ol>
        </aside>
      </div>
    </div>
  );
}

function Add({ study, onDone }: { study: string; onDone: () => void }) {
  const [role, setRole] = useState<Role>('editor');
  return (
    <div className="mt-2 max-w-md rounded-lg border border-line bg-panel px-4 pb-4">
      <Form
        name="Add somebody"
        button="Add to the study"
        send={(field) => addMember(study, field('email'), role)}
        done={onDone}
      >
        <Input
          label="E-mail"
          name="email"
          type="email"
          required
          autoFocus
          help="Of somebody who has an account here. Administrators invite others."
        />
        <Choose
          label="As"
          value={role}
          choices={roles}
          onChange={(next) => setRole(asRole(next))}
          help={`Who ${roles.find(({ value }) => value === role)?.says ?? ''}.`}
        />
      </Form>
    </div>
  );
}
