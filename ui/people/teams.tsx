'use client';
/** Teams as cards: who is in each, and what it sees; made and changed by whoever may. */
import { Plus } from 'lucide-react';
import { useState } from 'react';
import type { Answer } from '@/server/answer';
import type { Team } from '@/server/people/teams';
import { Button, counted } from '@/ui/kit';
import { Tick } from '@/ui/kit/tick';
import { deleteEntry } from '@/ui/studies/card';
import { Form, Input } from './form';
import { MoreMenu } from '@/ui/kit/more-menu';

interface Work {
  make: (name: string, people: string[]) => Promise<Answer<unknown>>;
  change: (id: string, change: { name?: string; people?: string[] }) => Promise<Answer<void>>;
  remove: (id: string) => Promise<Answer<void>>;
  restore: (id: string) => Promise<Answer<void>>;
}

export function Teams({
  teams,
  people,
  work,
  sees,
  mayChange,
  refresh,
}: {
  teams: readonly Team[];
  people: readonly { id: string; name: string }[];
  /** Absent for who may change none. */
  work?: Work;
  /** What a team sees, in words. */
  sees?: (team: Team) => string;
  mayChange?: (team: Team) => boolean;
  refresh: () => void;
}) {
  const [open, setOpen] = useState<string>();
  const nameOf = (id: string): string => people.find((one) => one.id === id)?.name ?? '';
  const done = (): void => {
    setOpen(undefined);
    refresh();
  };
  return (
    <>
      <div className="mt-7 flex items-center justify-between border-b border-line pb-1.5">
        <h2 className="font-semibold">Teams</h2>
        {work && open === undefined && (
          <Button onClick={() => setOpen('')}>
            <Plus size={15} aria-hidden /> Team
          </Button>
        )}
      </div>
      {work && open === '' && (
        <TeamForm
          people={people}
          send={(name, ids) => work.make(name, ids)}
          done={done}
          close={() => setOpen(undefined)}
        />
      )}
      {teams.length === 0 && open !== '' && (
        <p className="mt-2 text-quiet">None yet. What is filed for a team is seen by those who are in it.</p>
      )}
      <ul aria-label="Teams" className="mt-2 grid grid-cols-2 gap-2.5">
        {teams.map((team) => {
          const may = work && (mayChange?.(team) ?? true);
          if (may && open === team.id)
            return (
              <li key={team.id} className="col-span-2">
                <TeamForm
                  team={team}
                  people={people}
                  send={(name, ids) => work.change(team.id, { name, people: ids })}
                  done={done}
                  close={() => setOpen(undefined)}
                />
              </li>
            );
          return (
            <li
              key={team.id}
              className="flex items-start gap-1 rounded-lg border border-line bg-panel py-2 pr-1.5 pl-2.5"
            >
              <div className="min-w-0 grow">
                <b className="block font-semibold break-words">{team.name}</b>
                <p className="text-sm break-words text-quiet">
                  {counted(team.people.length, 'person', 'people')}
                  {team.people.length > 0 && `: ${team.people.map(nameOf).sort().join(', ')}`}
                </p>
                {sees && <p className="mt-1 text-sm">{sees(team)}</p>}
              </div>
              {may && (
                <MoreMenu
                  name={team.name}
                  entries={[
                    { label: 'Name and people', onSelect: () => setTimeout(() => setOpen(team.id), 50) },
                    deleteEntry(team.name, {
                      remove: () => work.remove(team.id),
                      restore: () => work.restore(team.id),
                      gone: refresh,
                      back: refresh,
                    }),
                  ]}
                />
              )}
            </li>
          );
        })}
      </ul>
    </>
  );
}

function TeamForm({
  team,
  people,
  send,
  done,
  close,
}: {
  team?: Team;
  people: readonly { id: string; name: string }[];
  send: (name: string, people: string[]) => Promise<Answer<unknown>>;
  done: () => void;
  close: () => void;
}) {
  const [chosen, setChosen] = useState<string[]>(team?.people ?? []);
  return (
    <div className="mt-2 max-w-md rounded-lg border border-line bg-panel px-4 pb-4">
      <Form
        name={team ? `Team ${team.name}` : 'New team'}
        button={team ? 'Change the team' : 'Make the team'}
        also={
          <Button className="h-8" onClick={close}>
            Leave it
          </Button>
        }
        send={(field) => send(field('name'), chosen)}
        done={done}
      >
        <Input label="Name" name="name" required autoFocus defaultValue={team?.name} maxLength={200} />
        <fieldset className="mt-3">
          <legend className="font-medium">Who is in it</legend>
          <div className="mt-1 max-h-56 space-y-1 overflow-y-auto">
            {people.map(({ id, name }) => (
              <Tick
                key={id}
                checked={chosen.includes(id)}
                onChange={(on) => setChosen(on ? [...chosen, id] : chosen.filter((one) => one !== id))}
              >
                {name}
              </Tick>
            ))}
          </div>
        </fieldset>
      </Form>
    </div>
  );
}
