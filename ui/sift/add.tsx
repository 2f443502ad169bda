'use client';
import { Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { mostSifts } from '@/core/sift';
import { columnTitle } from '@/core/measure';
import { Button } from '@/ui/kit';
import { Popup } from '@/ui/kit/popup';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { type Offer, added, offersFor } from './changes';

/** Puts a sift on: by a column of records, nodes or ties, by words, by a shortlist or what is selected. */
export function AddSift() {
  const net = useWorkbench((state) => state.net);
  const tables = useWorkbench((state) => state.tables);
  const shortlists = useWorkbench((state) => state.shortlists);
  const selected = useWorkbench((state) => state.selection.nodes);
  const many = useWorkbench((state) => state.sifting.sifts.length);
  const store = useWorkbenchStore();
  const [open, setOpen] = useState(false);
  const [search, setSearch] = useState('');
  const offers = useMemo(() => offersFor(net, tables), [net, tables]);
  const add = (sift: Parameters<typeof added>[1]): void => {
    store.getState().sift((sifting) => added(sifting, sift));
    setOpen(false);
    setSearch('');
  };
  const wanted = search.trim().toLocaleLowerCase();
  const heads = [...new Set(offers.map(({ whose }) => whose))];
  const entries = heads.map((whose) => {
    const columns = offers.filter((offer) => offer.whose === whose);
    const texts = columns.filter(({ kind }) => kind === 'values').map(({ column }) => column);
    return {
      whose,
      entries: [
        ...columns.map((offer) => ({ title: titleOf(offer), act: () => add({ ...offer }) })),
        ...(texts.length
          ? [
              {
                title: `Words in ${whose}`,
                act: () => add({ kind: 'words', of: columns[0].of, table: columns[0].table, columns: texts }),
              },
            ]
          : []),
      ].filter(({ title }) => title.toLocaleLowerCase().includes(wanted)),
    };
  });
  const chosen = [
    ...(selected.length
      ? [
          {
            title: `the ${selected.length} selected`,
            act: () => add({ kind: 'chosen', of: 'nodes', name: `${selected.length} selected`, ids: [...selected] }),
          },
        ]
      : []),
    ...shortlists.map(({ name, nodes }) => ({
      title: name,
      act: () => add({ kind: 'chosen', of: 'nodes', name, ids: nodes.map(({ id }) => id) }),
    })),
  ].filter(({ title }) => title.toLocaleLowerCase().includes(wanted));
  const all = [...entries, { whose: 'shortlists', entries: chosen }].filter(({ entries: some }) => some.length > 0);
  return (
    <Popup
      name="What to sift by"
      wide="w-72"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button disabled={!net || many >= mostSifts}>
          <Plus size={15} aria-hidden /> Sift by …
        </Button>
      }
    >
      <input
        aria-label="Search the columns"
        placeholder="Search the columns"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
        className="h-8 w-full shrink-0 rounded-md border border-line bg-panel px-2"
      />
      <div className="mt-1.5 min-h-0 overflow-y-auto">
        {all.map(({ whose, entries: some }) => (
          <section key={whose} aria-label={`Of ${whose}`}>
            <h3 className="px-2 pt-1.5 text-sm text-quiet">of {whose}</h3>
            {some.map(({ title, act }) => (
              <button
                key={title}
                type="button"
                onClick={act}
                className="block w-full truncate rounded-md px-2 py-1 text-left hover:bg-tint"
              >
                {title}
              </button>
            ))}
          </section>
        ))}
        {all.length === 0 && <p className="px-2 py-1 text-sm text-quiet">No column has these letters.</p>}
      </div>
    </Popup>
  );
}

export const titleOf = ({ of, column }: Pick<Offer, 'of' | 'column'>): string =>
  of === 'nodes' ? columnTitle(column) : column;
