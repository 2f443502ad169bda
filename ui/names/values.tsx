'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { Search } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import type { Form } from '@/core/names';
import { dropped, joined, renamed, split } from '@/core/names';
import { folded } from '@/core/names/keys';
import { Button, Choose, counted, grouped } from '@/ui/kit';
import { useMayEdit } from '@/ui/kit/rights';
import type { NamesState } from './use-names';
import { MoreMenu } from '@/ui/kit/more-menu';

type Order = 'most' | 'fewest' | 'az' | 'za';
const orders: { value: Order; label: string }[] = [
  { value: 'most', label: 'Most records' },
  { value: 'fewest', label: 'Fewest records' },
  { value: 'az', label: 'A to Z' },
  { value: 'za', label: 'Z to A' },
];
const anyLetter = '';

/** The values that fit the filters, in order. */
function chosenForms(forms: readonly Form[], search: string, order: Order, letter: string, least: number): Form[] {
  const wanted = folded(search.trim());
  const found = forms.filter(
    ({ form, count, variants }) =>
      count >= least &&
      (letter === anyLetter || folded(form).toUpperCase().startsWith(letter)) &&
      (wanted === '' || folded(form).includes(wanted) || variants.some(({ value }) => folded(value).includes(wanted))),
  );
  const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
  if (order === 'fewest') found.sort((a, b) => a.count - b.count || collator.compare(a.form, b.form));
  if (order === 'az') found.sort((a, b) => collator.compare(a.form, b.form));
  if (order === 'za') found.sort((a, b) => collator.compare(b.form, a.form));
  return found;
}

/** Every value with its records and its other spellings; several chosen are joined, dropped or split. */
export function Values({ names }: { names: NamesState }) {
  const { list, view, change } = names;
  const [search, setSearch] = useState('');
  const [order, setOrder] = useState<Order>('most');
  const [letter, setLetter] = useState(anyLetter);
  const [least, setLeast] = useState('1');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [preferred, setPreferred] = useState<string>();
  const [renaming, setRenaming] = useState<string>();
  const scroller = useRef<HTMLDivElement>(null);
  const forms = useMemo(
    () => chosenForms(view.forms, search, order, letter, Number(least)),
    [view.forms, search, order, letter, least],
  );
  const letters = useMemo(
    () =>
      [...new Set(view.forms.map(({ form }) => folded(form).charAt(0).toUpperCase()))]
        .filter((one) => /\p{L}|\d/u.test(one))
        .sort(),
    [view.forms],
  );
  const most = view.forms[0]?.count ?? 1;
  const rows = useVirtualizer({
    count: forms.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => 31 + (forms[i].variants.length ? 17 : 0),
    getItemKey: (i) => forms[i].form,
    overscan: 12,
  });
  const mayEdit = useMayEdit();
  if (!list) return null;
  const { entries } = list;
  const selected = view.forms.filter(({ form }) => chosen.has(form));
  const first = preferred !== undefined && chosen.has(preferred) ? preferred : selected[0]?.form;
  const done = (): void => {
    setChosen(new Set());
    setPreferred(undefined);
  };
  const toggle = (form: string): void =>
    setChosen((now) => {
      const next = new Set(now);
      if (!next.delete(form)) next.add(form);
      return next;
    });
  return (
    <main aria-label="Values" className="flex w-[460px] min-w-0 shrink-0 grow flex-col border-r border-line">
      <div className="flex shrink-0 flex-wrap items-center gap-2 px-3.5 pt-3 pb-2.5">
        <span className="relative">
          <Search size={15} className="absolute top-2 left-2.5 text-quiet" aria-hidden />
          <input
            aria-label="Search the values"
            placeholder={counted(view.forms.length, 'value')}
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            className="h-8 w-[122px] rounded-md border border-line bg-panel pr-2 pl-8"
          />
        </span>
        <span className="w-[126px]">
          <Choose compact label="Order" value={order} choices={orders} onChange={(next) => setOrder(next as Order)} />
        </span>
        <span className="w-[70px]">
          <Choose
            compact
            label="First letter"
            value={letter}
            choices={[{ value: anyLetter, label: 'A–Z' }, ...letters.map((one) => ({ value: one, label: one }))]}
            onChange={setLetter}
          />
        </span>
        <span className="w-[70px]">
          <Choose
            compact
            label="Records at least"
            value={least}
            choices={['1', '2', '3', '5', '10', '20'].map((value) => ({
              value,
              label: value === '1' ? '≥ 1' : `≥ ${value}`,
            }))}
            onChange={setLeast}
          />
        </span>
      </div>
      {mayEdit && selected.length > 0 && (
        <div
          className="flex shrink-0 flex-wrap items-center gap-2 border-t border-line bg-tint px-3.5 py-2"
          role="group"
          aria-label="Selected values"
        >
          {selected.length > 1 && (
            <>
              <span className="w-44">
                <Choose
                  compact
                  label="Preferred form"
                  value={first ?? ''}
                  choices={selected.slice(0, 100).map(({ form }) => ({ value: form, label: form }))}
                  onChange={setPreferred}
                />
              </span>
              <Button
                look="main"
                onClick={() => {
                  const all = selected.map(({ form }) => form);
                  change(
                    { entries: joined(entries, all, first ?? '') },
                    `joined ${all.slice(0, 3).join(', ')} as ${first}`,
                  );
                  done();
                }}
              >
                Join {selected.length}
              </Button>
            </>
          )}
          {selected.length === 1 && <Button onClick={() => setRenaming(selected[0].form)}>Rename</Button>}
          {selected.some(({ variants }) => variants.length > 0) && (
            <Button
              onClick={() => {
                change(
                  {
                    entries: split(
                      entries,
                      selected.flatMap(({ variants }) => variants.map(({ value }) => value)),
                    ),
                  },
                  `split ${selected
                    .map(({ form }) => form)
                    .slice(0, 3)
                    .join(', ')}`,
                );
                done();
              }}
            >
              Split
            </Button>
          )}
          <Button
            onClick={() => {
              const all = selected.map(({ form }) => form);
              change({ entries: dropped(entries, all) }, `dropped ${all.slice(0, 3).join(', ')}`);
              done();
            }}
          >
            Drop
          </Button>
          <Button look="bare" onClick={done}>
            Clear
          </Button>
        </div>
      )}
      <div
        ref={scroller}
        className="min-h-0 grow overflow-auto bg-paper"
        role={forms.length ? 'list' : 'region'}
        aria-label="Values and their spellings"
        tabIndex={0}
      >
        <div className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map((item) => (
            <div
              key={item.key}
              ref={rows.measureElement}
              data-index={item.index}
              role="listitem"
              aria-posinset={item.index + 1}
              aria-setsize={forms.length}
              className="absolute inset-x-0 border-t border-rule"
              style={{ top: item.start }}
            >
              <Value
                one={forms[item.index]}
                most={most}
                checked={chosen.has(forms[item.index].form)}
                renaming={renaming === forms[item.index].form}
                onToggle={() => toggle(forms[item.index].form)}
                onRename={(to) => {
                  const { form } = forms[item.index];
                  setRenaming(undefined);
                  if (to !== undefined && to.trim() !== '' && to.trim() !== form)
                    change({ entries: renamed(entries, form, to.trim()) }, `renamed ${form} to ${to.trim()}`);
                  done();
                }}
                onAsk={() => setRenaming(forms[item.index].form)}
                onSplit={(values) => change({ entries: split(entries, values) }, `split ${values.join(', ')}`)}
                onDrop={() =>
                  change({ entries: dropped(entries, [forms[item.index].form]) }, `dropped ${forms[item.index].form}`)
                }
              />
            </div>
          ))}
        </div>
        {forms.length === 0 && (
          <p className="p-4 text-quiet">{view.forms.length ? 'No value fits.' : (names.fault ?? 'Reading …')}</p>
        )}
      </div>
    </main>
  );
}

function Value({
  one,
  most,
  checked,
  renaming,
  onToggle,
  onRename,
  onAsk,
  onSplit,
  onDrop,
}: {
  one: Form;
  most: number;
  checked: boolean;
  renaming: boolean;
  onToggle: () => void;
  onRename: (to: string | undefined) => void;
  onAsk: () => void;
  onSplit: (values: string[]) => void;
  onDrop: () => void;
}) {
  const { form, count, variants } = one;
  const mayEdit = useMayEdit();
  return (
    <div className="group flex items-center gap-3 px-3.5 py-[5px]">
      <input
        type="checkbox"
        aria-label={`Select ${form}`}
        checked={checked}
        onChange={onToggle}
        className="size-[15px] shrink-0 accent-accent"
      />
      <span className="min-w-0 grow">
        {renaming ? (
          <input
            aria-label={`New form for ${form}`}
            defaultValue={form}
            autoFocus
            onBlur={(event) => onRename(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') event.currentTarget.blur();
              if (event.key === 'Escape') onRename(undefined);
            }}
            className="h-6 w-full rounded border border-accent bg-panel px-1.5"
          />
        ) : (
          <span className="block truncate font-medium" title={form} onDoubleClick={onAsk}>
            {form}
          </span>
        )}
        {variants.length > 0 && (
          <span
            className="block truncate text-sm text-quiet"
            title={variants.map(({ value, count: times }) => `${value} (${times})`).join(', ')}
          >
            {variants.map(({ value, count: times }) => `${value} (${grouped(times)})`).join(', ')}
          </span>
        )}
      </span>
      <span className="h-[7px] w-[110px] shrink-0" aria-hidden>
        <span
          className="block h-full rounded-[2px] bg-rise"
          style={{ width: `${Math.max(2, (count / most) * 100)}%` }}
        />
      </span>
      <span className="w-12 shrink-0 text-right tabular-nums" title={counted(count, 'record')}>
        {grouped(count)}
      </span>
      <span className={clsx('shrink-0', 'opacity-0 group-hover:opacity-100 focus-within:opacity-100')}>
        <MoreMenu
          name={form}
          small
          entries={
            !mayEdit
              ? []
              : [
                  { label: 'Rename', onSelect: onAsk },
                  { label: 'Drop: it is no name', onSelect: onDrop },
                  ...(variants.length
                    ? [
                        null,
                        ...variants
                          .slice(0, 12)
                          .map(({ value }) => ({ label: `Split “${value}”`, onSelect: () => onSplit([value]) })),
                        { label: 'Split all', onSelect: () => onSplit(variants.map(({ value }) => value)) },
                      ]
                    : []),
                ]
          }
        />
      </span>
    </div>
  );
}
