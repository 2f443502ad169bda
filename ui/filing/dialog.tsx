'use client';
/** Where things lie and who sees them, for one or for several at once. */
import { Dialog } from 'radix-ui';
import { useEffect, useId, useState } from 'react';
import { createRoot } from 'react-dom/client';
import { fileThings, listTeams, whoSees } from '@/server/actions';
import type { ThingRef } from '@/server/access/things';
import type { FiledThing, FilingChange } from '@/server/filing';
import type { Team } from '@/server/people/teams';
import { listed } from '@/core/fault';
import { Button, Trouble, counted } from '@/ui/kit';
import { notReached } from '@/ui/kit/not-reached';
import { Field } from '@/ui/kit/field';
import { Tick } from '@/ui/kit/tick';
import { toast } from '@/ui/kit/toast';

export interface FileAsked {
  study: string;
  things: readonly ThingRef[];
  /** They are filed otherwise. */
  onDone: () => void;
}

/** Shows the question over the page that is there. */
export function showFiling(asked: FileAsked): void {
  const place = document.body.appendChild(document.createElement('div'));
  const root = createRoot(place);
  root.render(
    <FilingDialog
      {...asked}
      onClose={() => {
        // The dialog gives the focus back first.
        setTimeout(() => (root.unmount(), place.remove()));
      }}
    />,
  );
}

interface Known {
  things: FiledThing[];
  chosen: FiledThing[];
  teams: Team[];
}

export function FilingDialog({ study, things, onDone, onClose }: FileAsked & { onClose: () => void }) {
  const [known, setKnown] = useState<Known>();
  const [fault, setFault] = useState<string>();
  const [open, setOpen] = useState(true);
  useEffect(() => {
    let gone = false;
    void Promise.all([whoSees(study).catch(notReached), listTeams(study).catch(notReached)]).then(([all, teams]) => {
      if (gone) return;
      if (!all.ok) return setFault(all.fault);
      if (!teams.ok) return setFault(teams.fault);
      const chosen = all.value.filter(({ id }) => things.some((one) => one.id === id));
      if (chosen.length < things.length) setFault('Something of this is not there any more. Load the page again.');
      else setKnown({ things: all.value, chosen, teams: teams.value });
    });
    return () => void (gone = true);
  }, [study, things]);
  const close = (): void => {
    setOpen(false);
    onClose();
  };
  const title = known?.chosen.length === 1 ? known.chosen[0].name : counted(things.length, 'thing');
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-20 left-1/2 z-50 max-h-[80vh] w-[26rem] max-w-[96vw] -translate-x-1/2 overflow-y-auto rounded-lg border border-line bg-panel p-5 shadow-lg"
        >
          <Dialog.Title className="font-serif text-lg font-semibold break-words">{known ? title : '…'}</Dialog.Title>
          {fault && <Trouble>{fault}</Trouble>}
          {known && <FilingForm study={study} {...known} onDone={onDone} onClose={close} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** What all of them have; undefined where they differ. */
function common<T>(values: readonly T[]): T | undefined {
  return values.every((value) => value === values[0]) ? values[0] : undefined;
}

function FilingForm({
  study,
  things,
  chosen,
  teams,
  onDone,
  onClose,
}: Known & { study: string; onDone: () => void; onClose: () => void }) {
  const folders = useId();
  const name = useId();
  const before = { folder: common(chosen.map(({ folder }) => folder)), seen: common(chosen.map(({ seen }) => seen)) };
  const [folder, setFolder] = useState(before.folder);
  const [seen, setSeen] = useState(before.seen);
  const first = common(chosen.map((one) => [...one.teams].sort().join()));
  const [into, setInto] = useState<string[]>(first === undefined ? [] : [...chosen[0].teams]);
  const [fault, setFault] = useState<string>();
  const [sending, setSending] = useState(false);
  const others = chosen.filter(({ yours }) => !yours);
  const foreign = chosen.filter(({ mine, owner }) => !mine && owner !== null);
  const send = async (): Promise<void> => {
    const change: FilingChange = {};
    if (folder !== undefined && folder !== before.folder) change.folder = folder;
    const sameTeams = first !== undefined && first === [...into].sort().join();
    if (seen !== undefined && (seen !== before.seen || (seen === 'teams' && !sameTeams))) {
      change.seen = seen;
      if (seen === 'teams') change.teams = into;
    }
    if (!Object.keys(change).length) return onClose();
    setSending(true);
    const refs = chosen.map(({ kind, id }) => ({ kind, id }));
    const answer = await fileThings(study, refs, change).catch(notReached);
    setSending(false);
    if (!answer.ok) return setFault(answer.fault);
    onClose();
    onDone();
    await tellLacking(study, chosen);
  };
  const choices = [
    { value: 'mine' as const, label: 'Only me', off: foreign.length > 0 },
    { value: 'teams' as const, label: 'Teams', off: teams.length === 0 },
    { value: 'everybody' as const, label: 'Everybody of the study', off: false },
  ];
  return (
    <form
      aria-label="Folder and who sees it"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      {chosen.length > 1 && (
        <p className="text-sm text-quiet">
          {listed(
            chosen.map((one) => one.name),
            6,
          )}
        </p>
      )}
      <Field label="Folder" htmlFor={folders} help="Empty for none. A folder may lie in another: outer/inner.">
        <input
          id={folders}
          list={`${folders} there`}
          value={folder ?? ''}
          placeholder={before.folder === undefined ? 'they lie in several; leave empty to leave them there' : undefined}
          onChange={(event) => setFolder(event.target.value || (before.folder === undefined ? undefined : ''))}
          className="h-8 w-full rounded-md border border-line bg-panel px-2.5"
        />
      </Field>
      <datalist id={`${folders} there`}>
        {[...new Set(things.map((one) => one.folder).filter((one) => one !== ''))].sort().map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
      <fieldset className="mt-4" disabled={others.length > 0}>
        <legend className="font-medium">Who sees it</legend>
        {choices.map(({ value, label, off }) => (
          <label key={value} className="mt-1 flex items-center gap-2 has-[:disabled]:text-quiet">
            <input
              type="radio"
              name={name}
              className="accent-accent"
              checked={seen === value}
              disabled={off}
              onChange={() => setSeen(value)}
            />
            {label}
          </label>
        ))}
        {seen === 'teams' && (
          <div className="mt-1.5 ml-6 space-y-1">
            {teams.map((one) => (
              <Tick
                key={one.id}
                checked={into.includes(one.id)}
                onChange={(on) => setInto(on ? [...into, one.id] : into.filter((id) => id !== one.id))}
              >
                {one.name}{' '}
                <span className="text-sm text-quiet">· {counted(one.people.length, 'person', 'people')}</span>
              </Tick>
            ))}
          </div>
        )}
      </fieldset>
      <p className="mt-2 text-sm text-quiet">{whyNot(others, foreign, teams)}</p>
      {fault && <Trouble>{fault}</Trouble>}
      <div className="mt-4 flex gap-2">
        <Button type="submit" look="main" className="h-8" disabled={sending}>
          File
        </Button>
        <Button className="h-8" onClick={onClose}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

function whyNot(others: readonly FiledThing[], foreign: readonly FiledThing[], teams: readonly Team[]): string {
  const [other] = others;
  if (other)
    return `“${other.name}” is ${other.owner?.name ?? 'nobody'}’s: they and the owners of the study say who sees it.`;
  const [theirs] = foreign;
  if (theirs) return `“${theirs.name}” is ${theirs.owner?.name ?? ''}’s, so it cannot be yours alone.`;
  return teams.length
    ? 'Whose it is sees it in any case.'
    : 'There are no teams yet: an owner makes them on the People page.';
}

/** What others will miss is said at once. */
async function tellLacking(study: string, chosen: readonly FiledThing[]): Promise<void> {
  const now = await whoSees(study).catch(notReached);
  if (!now.ok) return;
  for (const { name, lacks } of now.value.filter(({ id }) => chosen.some((one) => one.id === id)))
    if (lacks.length)
      toast(`“${name}” is made from ${listed(lacks, 3)}, which not all who see it see. It stops there for them.`);
}
