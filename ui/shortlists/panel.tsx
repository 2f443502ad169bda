'use client';
import { PanelLeftClose } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { ConditionGroup } from '@/core/keep';
import { type SetOperation, together } from '@/core/graph';
import { Button, IconButton, NumberField, counted } from '@/ui/kit';
import { useSession, useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { GroupForm } from '@/ui/trail/editors/keep/conditions';
import { useBefore } from '@/ui/state/use-before';
import { Classes } from './classes';
import { ListRow } from './row';
import { useShortlists } from './use-shortlists';

const operations: readonly { as: SetOperation; title: string }[] = [
  { as: 'union', title: 'Union' },
  { as: 'overlap', title: 'Overlap' },
  { as: 'difference', title: 'First without the others' },
];

/** The panel at the left that holds the selection and the study's shortlists. */
export function ShortlistsPanel() {
  const store = useWorkbenchStore();
  const shortlists = useWorkbench((state) => state.shortlists);
  const doing = useShortlists();
  const [ticked, setTicked] = useState<string[]>([]);
  const folders = useMemo(() => [...new Set(shortlists.map(({ folder }) => folder))], [shortlists]);
  const chosen = ticked.flatMap((id) => shortlists.find((list) => list.id === id) ?? []);
  return (
    <aside aria-label="Shortlists" className="flex w-[312px] shrink-0 flex-col border-r border-line bg-panel">
      <div className="min-h-0 grow overflow-y-auto px-3.5 pt-3.5 pb-4">
        <div className="flex items-start justify-between">
          <h2 className="font-serif text-lg font-semibold">Shortlists</h2>
          <IconButton name="Close the shortlists" keys="Esc" onClick={() => store.setState({ lists: false })}>
            <PanelLeftClose size={16} aria-hidden />
          </IconButton>
        </div>
        <p className="text-sm text-quiet">Named sets of nodes, for all networks of the study.</p>
        <SelectionCard doing={doing} />
        <ByRule />
        <Classes />
        <section aria-label="Lists" className="mt-4 border-t border-line pt-3">
          {shortlists.length === 0 && (
            <p className="text-sm text-quiet">None yet. Select nodes, and give them a name above.</p>
          )}
          {folders.map((folder) => (
            <div key={folder}>
              {folder !== '' && <h2 className="mt-2 text-sm font-semibold text-quiet">{folder}</h2>}
              <ul>
                {shortlists
                  .filter((list) => list.folder === folder)
                  .map((list) => (
                    <ListRow
                      key={list.id}
                      list={list}
                      doing={doing}
                      ticked={ticked.includes(list.id)}
                      onTick={(on) => setTicked(on ? [...ticked, list.id] : ticked.filter((id) => id !== list.id))}
                    />
                  ))}
              </ul>
            </div>
          ))}
        </section>
        {chosen.length > 1 && (
          <section aria-label="Ticked lists" className="mt-3 space-y-1.5">
            <p className="text-sm text-quiet">Select of {chosen.map(({ name }) => name).join(', ')}:</p>
            <div className="flex flex-wrap gap-1.5">
              {operations.map(({ as, title }) => (
                <Button
                  key={as}
                  onClick={() =>
                    doing.select(
                      together(
                        chosen.map(({ nodes }) => nodes.map(({ id }) => id)),
                        as,
                      ),
                    )
                  }
                >
                  {title}
                </Button>
              ))}
            </div>
          </section>
        )}
        {chosen.length > 0 && (
          <Button className="mt-2 w-full" onClick={() => doing.membership(chosen.map(({ id }) => id))}>
            Colour by membership
          </Button>
        )}
      </div>
    </aside>
  );
}

/** What is selected: into a shortlist, a file, a step, a network of its own. */
function SelectionCard({ doing }: { doing: ReturnType<typeof useShortlists> }) {
  const selected = useWorkbench((state) => state.selection.nodes);
  const [name, setName] = useState('');
  const [folder, setFolder] = useState('');
  const [steps, setSteps] = useState(1);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const make = async (): Promise<void> => {
    if (await doing.create(name, folder)) setName('');
  };
  return (
    <section aria-label="The selection" className="mt-3 rounded-lg border border-line p-2.5">
      <p aria-live="polite">
        <b className="font-semibold">{counted(selected.length, 'node')}</b> selected
      </p>
      <form
        className="mt-1.5 grid grid-cols-[1fr_84px] gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <input
          ref={field}
          aria-label="Name of the new shortlist"
          placeholder="Name"
          value={name}
          onChange={(event) => setName(event.target.value)}
          className="h-7 min-w-0 rounded-md border border-line bg-panel px-2.5"
        />
        <input
          aria-label="Folder"
          placeholder="Folder"
          value={folder}
          onChange={(event) => setFolder(event.target.value)}
          className="h-7 min-w-0 rounded-md border border-line bg-panel px-2"
        />
        <Button type="submit" look="main" className="col-span-2" disabled={!selected.length || !name.trim()}>
          Make a shortlist
        </Button>
      </form>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        <Button disabled={!selected.length} onClick={() => doing.keep(false)}>
          Keep these
        </Button>
        <Button disabled={!selected.length} onClick={() => doing.keep(true)}>
          Leave out
        </Button>
        <Button disabled={!selected.length} onClick={() => void doing.csv('selection', doing.members(selected))}>
          CSV
        </Button>
      </div>
      <div className="mt-1.5 grid grid-cols-[72px_1fr] items-center gap-1.5">
        <NumberField
          compact
          className="h-7"
          label="Steps around"
          whole
          min={0}
          max={20}
          value={steps}
          onCommit={setSteps}
        />
        <Button disabled={!selected.length} onClick={() => void doing.network('selection', selected, steps)}>
          steps around, as a network
        </Button>
      </div>
    </section>
  );
}

const noRule: ConditionGroup = { match: 'all', rules: [] };

/** Selects all nodes for which a condition holds. */
function ByRule() {
  const session = useSession();
  const store = useWorkbenchStore();
  const trail = useWorkbench((state) => state.trail);
  const holdings = useBefore('end');
  const [where, setWhere] = useState(noRule);
  const [found, setFound] = useState<number>();
  if (!holdings) return null;
  return (
    <details className="mt-3">
      <summary className="cursor-pointer text-sm font-semibold">Select by rule</summary>
      <GroupForm group={where} on="nodes" before={holdings} depth={0} onChange={setWhere} />
      <TextHint found={found} />
      <Button
        className="mt-2"
        disabled={!where.rules.length}
        onClick={async () => {
          const ids = await session.current?.service.matching(trail, where).catch(() => undefined);
          if (!ids) return;
          setFound(ids.length);
          store.getState().select({ nodes: ids });
        }}
      >
        Select what holds
      </Button>
    </details>
  );
}

function TextHint({ found }: { found: number | undefined }) {
  return found === undefined ? null : <p className="mt-1 text-sm text-quiet">{counted(found, 'node')} selected.</p>;
}
