'use client';
/** The server's people and what its studies take up. */
import { HardDriveDownload, Plus } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import {
  changeHouseTeam,
  deleteHouseTeam,
  endSessions,
  invite,
  makeHouseTeam,
  resetLink,
  restoreHouseTeam,
  setActive,
  setAdministrator,
} from '@/server/actions';
import type { Answer } from '@/server/answer';
import type { PersonRow, StudySize } from '@/server/people';
import type { Team } from '@/server/people/teams';
import { Button, type MenuEntry, bytesInWords, counted, dayOf } from '@/ui/kit';
import { LinkShown } from '@/ui/kit/link-shown';
import { Tick } from '@/ui/kit/tick';
import { toast } from '@/ui/kit/toast';
import { TopBar } from '@/ui/kit/top-bar';
import { Form, Input } from './form';
import { PersonName } from './person-name';
import { Teams } from './teams';
import { type ServerWork, Work } from './work';
import { MoreMenu } from '@/ui/kit/more-menu';

/** Teams of the whole server, which every study that one of them works on may file things for. */
const houseWork = { make: makeHouseTeam, change: changeHouseTeam, remove: deleteHouseTeam, restore: restoreHouseTeam };

export function AdministrationPage({
  people,
  teams,
  studies,
  work,
  version,
}: {
  people: PersonRow[];
  teams: Team[];
  studies: StudySize[];
  work: ServerWork;
  version: string;
}) {
  const router = useRouter();
  const [inviting, setInviting] = useState(false);
  const [link, setLink] = useState<{ name: string; token: string }>();
  const done = (answer: Answer<unknown>, said?: string): void => {
    if (!answer.ok) toast.error(answer.fault);
    else if (said) toast(said);
    router.refresh();
  };
  const given = (name: string, answer: Answer<{ token: string }>): void => {
    if (answer.ok) setLink({ name, token: answer.value.token });
    done(answer);
  };
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar>
        <span className="grow" />
      </TopBar>
      <main className="mx-auto w-full max-w-4xl px-8 py-6">
        <h1 className="font-serif text-2xl font-semibold">Administration</h1>
        <p className="text-quiet">Who has an account on this server, and what its studies take up.</p>
        <div className="mt-4 flex items-center justify-between border-b border-line pb-1.5">
          <h2 className="font-semibold">People</h2>
          {!inviting && (
            <Button onClick={() => setInviting(true)}>
              <Plus size={15} aria-hidden /> Invite
            </Button>
          )}
        </div>
        {inviting && (
          <Invite
            onDone={(name, token) => {
              setInviting(false);
              setLink({ name, token });
              router.refresh();
            }}
          />
        )}
        {link && (
          <LinkShown
            name={`Link for ${link.name}`}
            address={`${location.origin}/link/${link.token}`}
            onClose={() => setLink(undefined)}
          >
            Give this link to <b className="font-semibold">{link.name}</b>. It sets a password, once, within 7 days, and
            is not shown again.
          </LinkShown>
        )}
        <ul aria-label="People of this server">
          {people.map((one) => (
            <li key={one.id} className="flex min-h-11 items-center gap-3 border-b border-rule py-1.5">
              <PersonName {...one} />
              <span className="w-56 shrink-0 text-sm text-quiet">{stateOf(one)}</span>
              <MoreMenu name={one.name} entries={entriesOf(one, done, (answer) => given(one.name, answer))} />
            </li>
          ))}
        </ul>
        <Teams
          teams={teams}
          people={people.filter(({ deactivated }) => !deactivated)}
          work={houseWork}
          refresh={() => router.refresh()}
        />
        <h2 className="mt-7 border-b border-line pb-1.5 font-semibold">Studies</h2>
        {studies.length === 0 ? (
          <p className="mt-2 text-quiet">No study yet.</p>
        ) : (
          <table className="w-full border-collapse">
            <thead>
              <tr className="border-b border-line text-sm text-quiet">
                <th scope="col" className="py-1 text-left font-medium">
                  Study
                </th>
                <th scope="col" className="px-3 py-1 text-left font-medium">
                  Owned by
                </th>
                <th scope="col" className="px-3 py-1 text-right font-medium">
                  Holds
                </th>
                <th scope="col" className="py-1 text-right font-medium">
                  Takes up
                </th>
              </tr>
            </thead>
            <tbody>
              {studies.map(({ id, name, owners, tables, bytes }) => (
                <tr key={id} className="border-b border-rule">
                  <th scope="row" className="py-1.5 text-left font-semibold">
                    {name}
                  </th>
                  <td className="px-3">{owners.join(', ')}</td>
                  <td className="px-3 text-right text-quiet">{counted(tables, 'table')}</td>
                  <td className="text-right">{bytesInWords(bytes)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <form method="post" action="/api/backup" className="mt-6 flex items-center gap-3">
          <Button type="submit">
            <HardDriveDownload size={15} aria-hidden /> Backup now
          </Button>
          <p className="text-sm text-quiet">
            All of it in one file, while everybody works on. Keep it as safe as the server: it holds what anybody has
            filed for themselves, too.
          </p>
        </form>
        <Work {...work} />
        <p className="mt-4 text-sm text-quiet">Nunatak {version}</p>
      </main>
    </div>
  );
}

function stateOf({ administrator, standing, deactivated, invited, sessions, lastSignIn }: PersonRow): string {
  if (deactivated) return 'deactivated';
  const words = [
    administrator && 'administrator',
    standing && 'works on this machine',
    invited && 'has a link that is not used yet',
    sessions > 0 && counted(sessions, 'session'),
    lastSignIn && `last in ${dayOf(lastSignIn)}`,
  ];
  return words.filter(Boolean).join(' · ');
}

function entriesOf(
  one: PersonRow,
  done: (answer: Answer<unknown>, said?: string) => void,
  given: (answer: Answer<{ token: string }>) => void,
): (MenuEntry | null)[] {
  const { id, name } = one;
  if (one.deactivated)
    return [{ label: 'Let in again', onSelect: () => void setActive(id, true).then((answer) => done(answer)) }];
  return [
    { label: 'A link to set the password', onSelect: () => void resetLink(id).then(given) },
    {
      label: one.administrator ? 'Administrator no more' : 'Make an administrator',
      onSelect: () => void setAdministrator(id, !one.administrator).then((answer) => done(answer)),
    },
    {
      label: 'End all sessions',
      disabled: one.sessions === 0,
      onSelect: () => void endSessions(id).then((answer) => done(answer, `The sessions of ${name} have ended.`)),
    },
    null,
    {
      label: 'Deactivate',
      danger: true,
      disabled: one.you || one.standing,
      onSelect: () => void setActive(id, false).then((answer) => done(answer, `${name} is let in no more.`)),
    },
  ];
}

function Invite({ onDone }: { onDone: (name: string, token: string) => void }) {
  const [administrator, setAdministratorTo] = useState(false);
  const [name, setName] = useState('');
  return (
    <div className="mt-2 max-w-md rounded-lg border border-line bg-panel px-4 pb-4">
      <Form
        name="Invite"
        button="Make a link"
        send={(field) => invite(name, field('email'), administrator)}
        done={({ token }) => onDone(name, token)}
      >
        <Input label="Name" name="name" required autoFocus onChange={(event) => setName(event.target.value)} />
        <Input label="E-mail" name="email" type="email" required />
        <div className="mt-3">
          <Tick checked={administrator} onChange={setAdministratorTo}>
            administers this server
          </Tick>
        </div>
      </Form>
    </div>
  );
}
