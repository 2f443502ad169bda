'use client';
/** Who has a part in a study, and what part. */
import { Plus } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { addMember, changeRole, leaveStudy, removeMember } from '@/server/actions';
import type { Member } from '@/server/people/members';
import { Button, Choose } from '@/ui/kit';
import { useHere } from '@/ui/together/bus';
import { Form, Input } from './form';
import { PersonName } from './person-name';
import type { Shown } from './people-page';

type Role = Member['role'];
const roles: readonly { value: Role; label: string; says: string }[] = [
  { value: 'owner', label: 'owner', says: 'also says who takes part, makes teams, and deletes the study' },
  { value: 'editor', label: 'editor', says: 'also changes records, names, networks, figures and lists' },
  {
    value: 'reader',
    label: 'reader',
    says: 'sees what is open to them, computes and takes it away, and changes nothing',
  },
];
const asRole = (value: string): Role => value as Role;

export function Members({ study, members, done }: Pick<Shown, 'study' | 'members' | 'done'>) {
  const router = useRouter();
  const [adding, setAdding] = useState(false);
  const owns = study.role === 'owner';
  const here = useHere();
  const on = (id: string) => {
    const now = here.find((one) => one.id === id);
    return now && <span className="min-w-0 shrink truncate text-sm text-quiet">here now · {now.on}</span>;
  };
  return (
    <>
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
            {on(one.id)}
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
      <details className="mt-2 text-sm text-quiet">
        <summary className="cursor-pointer">What each may do</summary>
        <dl>
          {[...roles].reverse().map(({ value, says }) => (
            <div key={value} className="mt-1">
              <dt className="inline font-semibold text-ink">{value}</dt>: <dd className="inline">{says}</dd>
            </div>
          ))}
        </dl>
        <p className="mt-1">
          Whoever has no part in the study does not see that it is there. It keeps an owner: the last one cannot leave.
          What somebody made who has left is seen by the owners.
        </p>
      </details>
    </>
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
