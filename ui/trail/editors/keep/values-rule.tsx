'use client';
import { useState } from 'react';
import type { KeepRule } from '@/core/trail';
import { Choose, grouped } from '@/ui/kit';
import type { Holdings } from '@/worker/client';

/** Which values of a column stay, each with its count. */
export function ValuesRule({
  rule,
  columns,
  set,
}: {
  rule: Extract<KeepRule, { by: 'values' }>;
  columns: Holdings['nodeColumns'];
  set: (change: { rule: KeepRule }) => void;
}) {
  const [search, setSearch] = useState('');
  const col = columns.find(({ name }) => name === rule.column);
  const chosen = new Set(rule.values);
  const shown = col?.values.filter(({ value }) => value.toLowerCase().includes(search.toLowerCase())) ?? [];
  return (
    <>
      <Choose
        label="Column"
        value={rule.column}
        choices={columns.map(({ name }) => ({ value: name, label: name }))}
        onChange={(name) => {
          const values = columns.find((one) => one.name === name)?.values.map(({ value }) => value) ?? [];
          set({ rule: { by: 'values', column: name, values } });
        }}
      />
      {col && col.values.length > 12 && (
        <input
          aria-label="Search the values"
          placeholder={`Search ${grouped(col.values.length)} values`}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className="mt-2 h-7 w-full rounded-md border border-line bg-panel px-2.5"
        />
      )}
      <div className="mt-2 flex gap-3 text-sm font-semibold text-accent">
        <button
          type="button"
          onClick={() => set({ rule: { ...rule, values: col?.values.map(({ value }) => value) ?? [] } })}
        >
          All
        </button>
        <button type="button" onClick={() => set({ rule: { ...rule, values: [] } })}>
          None
        </button>
      </div>
      <ul aria-label={`Values of ${rule.column}`} className="mt-1 max-h-80 overflow-auto">
        {shown.map(({ value, count }) => (
          <li key={value}>
            <label className="flex cursor-pointer items-center gap-2.5 border-b border-rule py-1">
              <input
                type="checkbox"
                className="size-3.5 accent-[var(--accent)]"
                checked={chosen.has(value)}
                onChange={(event) => {
                  const values = event.target.checked
                    ? [...rule.values, value]
                    : rule.values.filter((one) => one !== value);
                  set({ rule: { ...rule, values } });
                }}
              />
              <span className="grow truncate">{value}</span>
              <span className="text-quiet">{grouped(count)}</span>
            </label>
          </li>
        ))}
      </ul>
    </>
  );
}
