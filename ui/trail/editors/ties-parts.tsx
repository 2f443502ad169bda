'use client';
import { Plus, X } from 'lucide-react';
import { type Describes, type Gathering, type Normalisation, fitsGathering, gatherings } from '@/core/ties';
import type { Column } from '@/core/tables';
import { Choose, Field, IconButton } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { TableAddress } from '@/worker/client';

export const choicesOf = (names: readonly string[]) => names.map((name) => ({ value: name, label: name }));

/** What the weights of a projection can be. */
export const weightChoices: readonly { value: Normalisation; label: string }[] = [
  { value: 'none', label: 'the things shared, counted' },
  { value: 'association strength', label: 'association strength' },
  { value: 'cosine', label: 'cosine (Salton)' },
  { value: 'jaccard', label: 'Jaccard' },
  { value: 'inclusion', label: 'inclusion' },
];

/** Which tables describe the nodes of a side. The first that has a value is taken. */
export function NodeTables({
  label,
  value,
  except,
  unmatched,
  onChange,
  onUnmatched,
}: {
  label: string;
  value: Describes | readonly Describes[] | undefined;
  except: string;
  unmatched: 'create' | 'leave';
  onChange: (value: Describes[] | Describes | undefined) => void;
  onUnmatched: (unmatched: 'create' | 'leave') => void;
}) {
  const tables = useWorkbench((state) => state.tables);
  const chosen: readonly Describes[] = value === undefined ? [] : 'table' in value ? [value] : value;
  const commit = (next: Describes[]): void => onChange(next.length > 1 ? next : next[0]);
  const free = tables.filter(({ key }) => key !== except && !chosen.some(({ table }) => table === key));
  return (
    <Field label={label}>
      <ul className="space-y-2">
        {chosen.map((one, i) => {
          const table = tables.find(({ key }) => key === one.table);
          const columns = choicesOf(table?.columns.map(({ name }) => name) ?? []);
          const change = (part: Partial<Describes>): void =>
            commit(chosen.map((held, k) => (k === i ? { ...held, ...part } : held)));
          return (
            <li key={one.table} className="rounded-md border border-line p-2">
              <div className="flex items-center justify-between">
                <b className="truncate font-semibold">{table?.name ?? one.table}</b>
                <IconButton name={`Do without ${one.table}`} onClick={() => commit(chosen.filter((_, k) => k !== i))}>
                  <X size={14} aria-hidden />
                </IconButton>
              </div>
              <div className="grid grid-cols-2 gap-2 [&>div]:mt-1">
                <Choose
                  label="Matched by"
                  value={one.match}
                  choices={columns}
                  onChange={(match) => change({ match })}
                />
                <Choose
                  label="Called by"
                  value={one.label ?? one.match}
                  choices={columns}
                  onChange={(called) => change({ label: called })}
                />
              </div>
            </li>
          );
        })}
      </ul>
      {free.length > 0 && (
        <div className={chosen.length ? 'mt-2' : ''}>
          <Choose
            compact
            label={`${label}: add`}
            value=""
            choices={[
              { value: '', label: chosen.length ? 'and another table …' : 'none: the values alone' },
              ...free.map(({ key, name }) => ({ value: key, label: name })),
            ]}
            onChange={(key) => {
              const names = tables.find((one) => one.key === key)?.columns.map(({ name }) => name) ?? [];
              const match = ['name', 'id', 'label', 'title'].find((name) => names.includes(name)) ?? names[0] ?? '';
              if (key) commit([...chosen, { table: key, match }]);
            }}
          />
        </div>
      )}
      {chosen.length > 0 && (
        <div className="mt-2">
          <Choose
            compact
            label="Values that no table has"
            value={unmatched}
            choices={[
              { value: 'create', label: 'others become nodes of their own' },
              { value: 'leave', label: 'others are left out' },
            ]}
            onChange={(next) => onUnmatched(next as 'create' | 'leave')}
          />
        </div>
      )}
    </Field>
  );
}

/** Several columns of the table, in their order. */
export function ColumnsField({
  label,
  table,
  value,
  onChange,
  types,
  none,
}: {
  label: string;
  table: TableAddress | undefined;
  value: readonly string[];
  onChange: (value: string[]) => void;
  types: readonly string[];
  /** What no column means; absent: one at least is needed. */
  none?: string;
}) {
  const offered = table?.columns.filter(({ type, name }) => types.includes(type) || value.includes(name)) ?? [];
  return (
    <Field label={label}>
      {none && value.length === 0 && <p className="text-sm text-quiet">{none}</p>}
      <ul className="space-y-1">
        {value.map((name) => (
          <li key={name} className="flex items-center justify-between rounded-md border border-line py-0.5 pl-2.5">
            <span className="truncate">{name}</span>
            {(none !== undefined || value.length > 1) && (
              <IconButton name={`Without ${name}`} onClick={() => onChange(value.filter((one) => one !== name))}>
                <X size={14} aria-hidden />
              </IconButton>
            )}
          </li>
        ))}
      </ul>
      <div className="mt-1">
        <Choose
          compact
          label={`${label}: add a column`}
          value=""
          choices={[
            { value: '', label: value.length ? 'and another column …' : 'a column …' },
            ...choicesOf(offered.map(({ name }) => name).filter((name) => !value.includes(name))),
          ]}
          onChange={(name) => name && onChange([...value, name])}
        />
      </div>
    </Field>
  );
}

/** Columns of the edges out of their records. */
export function GatherField({
  table,
  value,
  byType,
  onChange,
}: {
  table: TableAddress | undefined;
  value: readonly { column: string; as: Gathering }[] | undefined;
  /** What is gathered unasked, in words. */
  byType: string;
  onChange: (value: { column: string; as: Gathering }[] | undefined) => void;
}) {
  const columns = table?.columns ?? [];
  const typeOf = (name: string): Column['type'] => {
    const type = columns.find((col) => col.name === name)?.type ?? 'text';
    return type === 'picture' || type === 'link' || type === 'reference' ? 'text' : type;
  };
  const fitting = (name: string): Gathering[] => gatherings.filter((as) => fitsGathering(typeOf(name), as));
  return (
    <details className="mt-3.5">
      <summary className="cursor-pointer text-sm font-semibold">
        Columns of the edges{value ? ` (${value.length})` : ''}
      </summary>
      {!value && <p className="mt-1 text-sm text-quiet">{byType}</p>}
      <ul className="mt-1 space-y-1">
        {value?.map(({ column, as }, i) => (
          <li key={`${column} ${as}`} className="grid grid-cols-[1fr_1fr_28px] items-center gap-1">
            <Choose
              compact
              label={`Column ${i + 1}`}
              value={column}
              choices={choicesOf(columns.map(({ name }) => name))}
              onChange={(name) =>
                onChange(value.map((one, k) => (k === i ? { column: name, as: fitting(name)[0] } : one)))
              }
            />
            <Choose
              compact
              label={`How ${column} is gathered`}
              value={as}
              choices={choicesOf(fitting(column))}
              onChange={(how) => onChange(value.map((one, k) => (k === i ? { column, as: how as Gathering } : one)))}
            />
            <IconButton
              name={`Without ${as} ${column}`}
              onClick={() => onChange(value.length > 1 ? value.filter((_, k) => k !== i) : undefined)}
            >
              <X size={14} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="mt-1 inline-flex items-center gap-1 text-sm font-semibold text-accent"
        onClick={() => {
          const [first] = columns;
          if (first) onChange([...(value ?? []), { column: first.name, as: fitting(first.name)[0] }]);
        }}
      >
        <Plus size={14} aria-hidden /> {value ? 'Another column' : 'Choose them'}
      </button>
    </details>
  );
}
