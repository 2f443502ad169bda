'use client';
import { useEffect, useState } from 'react';
import { groupColumn } from '@/core/trail';
import { Choose, Trouble, counted, grouped } from '@/ui/kit';
import { ListAway } from '@/ui/kit/list-away';
import { useQuestion } from '@/ui/science/use-question';
import { useWorkbench } from '@/ui/state/context';

const mostSides = 12;

/** The groups found against a known column: two indices and the cross-table. */
export function Agreement({ columns }: { columns: readonly string[] }) {
  const digest = useWorkbench((state) => state.digest);
  const network = useWorkbench((state) => state.network.name);
  const [column, setColumn] = useState('');
  const { answer, ask, fault } = useQuestion('agreement');
  useEffect(() => {
    if (column) void ask('end', { a: groupColumn, b: column });
  }, [column, ask, digest]);
  return (
    <>
      <Choose
        label="Known column"
        value={column}
        choices={columns.filter((name) => name !== groupColumn).map((name) => ({ value: name, label: name }))}
        onChange={setColumn}
      />
      {fault && <Trouble>{fault}</Trouble>}
      {column && answer && (
        <>
          <dl className="mt-2">
            <div
              className="flex justify-between border-b border-rule py-0.5"
              title="Agreement over pairs of nodes beyond chance; 1 is the same (Hubert & Arabie 1985)"
            >
              <dt>Adjusted Rand index</dt>
              <dd className="font-semibold">{answer.rand?.toFixed(3).replace('-', '−') ?? 'undefined'}</dd>
            </div>
            <div
              className="flex justify-between border-b border-rule py-0.5"
              title="What one grouping tells of the other, over the mean of their entropies"
            >
              <dt>Normalised mutual information</dt>
              <dd className="font-semibold">{answer.information?.toFixed(3) ?? 'undefined'}</dd>
            </div>
          </dl>
          <div className="mt-2 flex items-center justify-between">
            <h4 className="text-sm font-semibold">Cross-table</h4>
            <ListAway
              small="Take the cross-table away as CSV"
              name={`${network} groups by ${column}`}
              list={() => ({
                heads: ['group', ...answer.columns],
                rows: answer.rows.map((name, r) => [name, ...answer.counts[r]]),
              })}
            />
          </div>
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Cross-table">
            <table className="border-collapse text-sm">
              <caption className="sr-only">Groups by {column}</caption>
              <thead>
                <tr>
                  <td />
                  {answer.columns.slice(0, mostSides).map((name) => (
                    <th
                      key={name}
                      scope="col"
                      className="max-w-16 truncate px-1.5 py-0.5 text-right font-medium text-quiet"
                      title={name}
                    >
                      {name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {answer.rows.slice(0, mostSides).map((name, r) => (
                  <tr key={name} className="border-t border-rule">
                    <th scope="row" className="max-w-20 truncate py-0.5 pr-2 text-left font-medium" title={name}>
                      {name}
                    </th>
                    {answer.counts[r].slice(0, mostSides).map((count, c) => (
                      <td
                        key={c}
                        className="px-1.5 text-right"
                        style={{
                          background: `color-mix(in srgb, var(--rise) ${Math.round((100 * count) / Math.max(1, ...answer.counts[r]))}%, transparent)`,
                        }}
                      >
                        {count ? grouped(count) : ''}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {answer.left > 0 && (
            <p className="mt-1 text-sm text-quiet">{counted(answer.left, 'node')} without a value left out.</p>
          )}
        </>
      )}
    </>
  );
}
