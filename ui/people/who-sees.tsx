'use client';
/** Who sees what: a row for each thing, a column for each person, and several filed at once. */
import { ChevronDown, Eye, Minus, PencilLine, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { listed } from '@/core/fault';
import type { FiledThing, What } from '@/server/filing';
import type { Member } from '@/server/people/members';
import type { Team } from '@/server/people/teams';
import { openFiling } from '@/ui/filing/open';
import { folderWords, seenWords } from '@/ui/filing/words';
import { Button, counted } from '@/ui/kit';
import { initialsOf } from '@/ui/kit/initials';

const kinds: readonly { what: What; title: string }[] = [
  { what: 'network', title: 'Networks' },
  { what: 'figure', title: 'Figures' },
  { what: 'shortlist', title: 'Shortlists' },
  { what: 'look', title: 'Looks' },
  { what: 'sift', title: 'Kept sifts' },
  { what: 'palette', title: 'Palettes' },
  { what: 'outlines', title: 'Outlines' },
];

/** More people than this go by their letters. */
const mostNamed = 5;

type Sight = 'may change' | 'sees' | 'does not see';
const signs: Record<Sight, { icon: typeof Eye; look: string }> = {
  'may change': { icon: PencilLine, look: 'text-accent' },
  sees: { icon: Eye, look: 'text-ink' },
  'does not see': { icon: Minus, look: 'text-quiet opacity-50' },
};

export function WhoSees({
  study,
  members,
  teams,
  things,
  refresh,
}: {
  study: { id: string; role: Member['role'] };
  members: readonly Member[];
  teams: readonly Team[];
  things: readonly FiledThing[];
  refresh: () => void;
}) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const changes = study.role !== 'reader';
  const sections = kinds.flatMap(({ what, title }) => {
    const its = things.filter((one) => one.what === what);
    return [...new Set(its.map(({ folder }) => folder))].sort().map((folder) => ({
      title: folder ? `${title} · ${folderWords(folder)}` : title,
      rows: its.filter((one) => one.folder === folder),
    }));
  });
  const some = things.filter(({ id }) => chosen.has(id));
  const file = (which: readonly FiledThing[]): void =>
    void openFiling({
      study: study.id,
      things: which.map(({ kind, id }) => ({ kind, id })),
      onDone: () => (setChosen(new Set()), refresh()),
    });
  const short = members.length > mostNamed;
  return (
    <section aria-label="Who sees what">
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="font-serif text-lg font-semibold">Who sees what</h2>
        <p className="flex gap-2.5 text-sm text-quiet">
          {(Object.keys(signs) as Sight[]).map((sight) => (
            <span key={sight} className="inline-flex items-center gap-1">
              <Sign sight={sight} /> {sight}
            </span>
          ))}
        </p>
      </div>
      {things.length === 0 && <p className="mt-2 text-quiet">Nothing yet: no network, figure, shortlist or look.</p>}
      {some.length > 0 && (
        <div className="sticky top-0 z-10 mt-2 flex items-center gap-2 rounded-md border border-line bg-tint px-2.5 py-1.5">
          <span className="grow">{counted(some.length, 'thing')} chosen</span>
          <Button onClick={() => file(some)}>Folder and who sees them</Button>
          <Button onClick={() => setChosen(new Set())}>Choose none</Button>
        </div>
      )}
      <div
        className="overflow-x-auto"
        tabIndex={short ? 0 : undefined}
        role={short ? 'group' : undefined}
        aria-label={short ? 'The table' : undefined}
      >
        {things.length > 0 && (
          <table className="mt-1 w-full border-collapse">
            <thead>
              <tr className="text-sm text-quiet">
                <th scope="col" className="py-1 text-left font-normal">
                  <span className="sr-only">Thing</span>
                </th>
                {members.map(({ id, name }) => (
                  <th key={id} scope="col" title={name} className="px-1.5 py-1 text-center font-normal">
                    {short ? initialsOf(name) : (name.split(' ').at(-1) ?? name)}
                  </th>
                ))}
                <th scope="col" className="px-1.5 py-1 text-center font-normal">
                  link
                </th>
              </tr>
            </thead>
            {sections.map(({ title, rows }) => (
              <tbody key={title}>
                <tr>
                  <th
                    scope="rowgroup"
                    colSpan={members.length + 2}
                    className="border-b border-line pt-3 pb-0.5 text-left text-sm font-medium text-quiet"
                  >
                    {title}
                  </th>
                </tr>
                {rows.map((one) => (
                  <tr key={one.id} className="border-b border-rule">
                    <th scope="row" className="py-1.5 pr-2 text-left font-normal">
                      <span className="flex items-start gap-2">
                        {changes && (
                          <input
                            type="checkbox"
                            aria-label={`Choose ${one.name}`}
                            className="mt-1 accent-accent"
                            checked={chosen.has(one.id)}
                            onChange={(event) => {
                              const next = new Set(chosen);
                              if (event.target.checked) next.add(one.id);
                              else next.delete(one.id);
                              setChosen(next);
                            }}
                          />
                        )}
                        <span className="min-w-0">
                          <b className="block font-semibold break-words">{one.name}</b>
                          <Seen thing={one} teams={teams} onFile={changes ? () => file([one]) : undefined} />
                          {one.lacks.length > 0 && (
                            <span className="flex gap-1 rounded bg-amber px-1 text-sm">
                              <TriangleAlert size={13} className="mt-0.5 shrink-0" aria-hidden />
                              made from {listed(one.lacks, 2)}, which not all of them see
                            </span>
                          )}
                        </span>
                      </span>
                    </th>
                    {members.map((member) => (
                      <td key={member.id} className="px-1.5 text-center">
                        <Sign sight={sightOf(member, one)} name={member.name} />
                      </td>
                    ))}
                    <td className="px-1.5 text-center">
                      <Sign sight={one.link ? 'sees' : 'does not see'} name="Whoever has a link" />
                    </td>
                  </tr>
                ))}
              </tbody>
            ))}
          </table>
        )}
      </div>
    </section>
  );
}

const sightOf = ({ id, role }: Member, { seenBy }: FiledThing): Sight =>
  !seenBy.includes(id) ? 'does not see' : role === 'reader' ? 'sees' : 'may change';

function Sign({ sight, name }: { sight: Sight; name?: string }) {
  const { icon: Icon, look } = signs[sight];
  return (
    <span className={`inline-flex align-middle ${look}`}>
      <Icon size={14} aria-hidden />
      {name !== undefined && <span className="sr-only">{`${name} ${sight}`}</span>}
    </span>
  );
}

function Seen({ thing, teams, onFile }: { thing: FiledThing; teams: readonly Team[]; onFile?: () => void }) {
  const words = seenWords(thing, teams);
  if (!onFile) return <span className="text-sm text-quiet">{words}</span>;
  return (
    <button
      type="button"
      aria-label={`Folder of ${thing.name}, and who sees it: ${words}`}
      className="flex items-center gap-1 rounded text-left text-sm text-quiet hover:text-ink hover:underline"
      onClick={onFile}
    >
      {words} <ChevronDown size={12} className="shrink-0" aria-hidden />
    </button>
  );
}
