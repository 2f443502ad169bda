'use client';
import { useMemo, useState } from 'react';
import { TextField, counted, grouped } from '@/ui/kit';
import type { ShortlistRow } from '@/server/shortlists';
import { SeenMark } from '@/ui/filing/seen-mark';
import { useWorkbench } from '@/ui/state/context';
import type { useShortlists } from './use-shortlists';
import { MoreMenu } from '@/ui/kit/more-menu';

/** One shortlist: a click selects its nodes. */
export function ListRow({
  list,
  doing,
  ticked,
  onTick,
}: {
  list: ShortlistRow;
  doing: ReturnType<typeof useShortlists>;
  ticked: boolean;
  onTick: (on: boolean) => void;
}) {
  const net = useWorkbench((state) => state.net);
  const selected = useWorkbench((state) => state.selection.nodes);
  const [naming, setNaming] = useState(false);
  const ids = useMemo(() => list.nodes.map(({ id }) => id), [list]);
  const here = useMemo(() => {
    const there = new Set(net?.ids);
    return ids.filter((id) => there.has(id)).length;
  }, [net, ids]);
  if (naming) {
    return (
      <li className="py-1" ref={(node) => node?.querySelector('input')?.select()}>
        <TextField
          compact
          className="h-7"
          label="Name of the shortlist"
          value={list.name}
          onCommit={(name) => {
            setNaming(false);
            void doing.change(list, { name });
          }}
        />
      </li>
    );
  }
  const chosen = new Set(selected);
  return (
    <li className="flex items-center gap-2 border-b border-rule">
      <input
        type="checkbox"
        aria-label={`Tick ${list.name}`}
        className="size-3.5 shrink-0 accent-[var(--accent)]"
        checked={ticked}
        onChange={(event) => onTick(event.target.checked)}
      />
      <button
        type="button"
        className="flex min-w-0 grow items-baseline justify-between gap-2 py-1.5 text-left hover:bg-ground"
        onClick={() => doing.select(ids)}
      >
        <span className="flex min-w-0 items-center gap-1.5">
          <span className="truncate">{list.name}</span>
          <SeenMark seen={list.seen} />
        </span>
        <span
          className="shrink-0 text-sm text-quiet"
          title={`${counted(here, 'node')} of ${grouped(ids.length)} in this network`}
        >
          {here === ids.length ? grouped(ids.length) : `${grouped(here)} of ${grouped(ids.length)}`}
        </span>
      </button>
      <MoreMenu
        name={list.name}
        small
        entries={[
          {
            label: 'Add the selection',
            disabled: !selected.length,
            onSelect: () => void doing.change(list, { nodes: [...list.nodes, ...doing.members(selected)] }),
          },
          {
            label: 'Take the selection out',
            disabled: !selected.length,
            onSelect: () => void doing.change(list, { nodes: list.nodes.filter(({ id }) => !chosen.has(id)) }),
          },
          null,
          { label: 'As CSV', onSelect: () => void doing.csv(list.name, list.nodes) },
          {
            label: 'As a network, 1 step around',
            onSelect: () => void doing.network(list.name, ids, 1),
          },
          { label: 'As a network, alone', onSelect: () => void doing.network(list.name, ids, 0) },
          null,
          { label: 'Rename', onSelect: () => setTimeout(() => setNaming(true), 50) },
          { label: 'Folder and who sees it', onSelect: () => void doing.file(list) },
          { label: 'Delete', danger: true, onSelect: () => void doing.remove(list) },
        ]}
      />
    </li>
  );
}
