'use client';
import { useState } from 'react';
import { Choose, Toggle, counted } from '@/ui/kit';
import { Card, Quiet, Remedies } from '../panel';
import { type FindingProps, Remedy, linesInWords } from './remedy';

/** Which columns tell one record from another, and what would collapse under them. */
export function IdentityCard({ finding, decided, onDecide, stored }: FindingProps<'identity'>) {
  const { columns, choices, groups, rows, without, examples } = finding;
  const [several, setSeveral] = useState(columns.length > 1);
  const choose = (identity: string[]): void =>
    onDecide({ identity, makeIds: false, collapse: undefined }, `identity: ${identity.join(' and ')}`);
  const made = decided.makeIds;
  const collapse = decided.collapse ?? 'apart';
  const title = groups
    ? `${counted(rows, 'row')} share ${groups === 1 ? `the ${columns.join(' and ')} “${examples[0]?.key}”` : `${groups} values of ${columns.join(' and ')}`}`
    : without
      ? `${counted(without, 'row')} ${without === 1 ? 'has' : 'have'} no ${columns.join(' and ')}`
      : columns.length
        ? `${columns.join(' and ')} ${columns.length > 1 ? 'tell' : 'tells'} records apart`
        : made
          ? 'Ids are made: each row is a record of its own'
          : 'Nothing tells records apart';
  return (
    <Card title={title}>
      {groups > 0 && (
        <>
          <Quiet>One thing or several?</Quiet>
          <ul
            className="mt-1 max-h-40 overflow-auto text-sm text-quiet"
            aria-label="Rows that share an identity"
            tabIndex={0}
          >
            {examples.map(({ key, lines, conflicts }) => (
              <li key={lines.join()} className="mb-1">
                <b className="font-medium text-ink">{key}</b> ({linesInWords(lines.slice(0, 4))})
                {conflicts.map(({ column, values }) => (
                  <span key={column} className="block pl-2">
                    {column}: {values.join(' / ')}
                  </span>
                ))}
              </li>
            ))}
          </ul>
        </>
      )}
      {(groups > 0 || without > 0) && (
        <Remedies>
          <Remedy
            label="Keep apart, make ids"
            chosen={!stored && collapse === 'apart'}
            onChoose={() => onDecide({ collapse: 'apart' }, 'made ids, kept records apart')}
          />
          {groups > 0 && (
            <Remedy
              label="They are one"
              chosen={collapse === 'one'}
              onChoose={() => onDecide({ collapse: 'one' }, 'joined records of one identity')}
            />
          )}
        </Remedies>
      )}
      <div className="mt-2">
        {several ? (
          <div role="group" aria-label="Columns that tell records apart" className="max-h-40 overflow-auto">
            {choices.map((name) => (
              <Toggle
                key={name}
                label={name}
                checked={columns.includes(name)}
                onChange={(on) => choose(on ? [...columns, name] : columns.filter((one) => one !== name))}
              />
            ))}
          </div>
        ) : (
          <Choose
            compact
            label="What tells records apart"
            value={columns[0] ?? (made ? '+' : '')}
            choices={[
              { value: '', label: 'nothing: rows are events' },
              ...choices.slice(0, 300).map((name) => ({ value: name, label: name })),
              { value: '+', label: 'make ids' },
              { value: '&', label: 'several columns together …' },
            ]}
            onChange={(value) => {
              if (value === '&') setSeveral(true);
              else if (value === '') onDecide({ identity: [], makeIds: false }, 'no identity');
              else if (value === '+') onDecide({ identity: [], makeIds: true }, 'made ids');
              else choose([value]);
            }}
          />
        )}
      </div>
    </Card>
  );
}
