'use client';
import { useState } from 'react';
import { Button, counted, grouped } from '@/ui/kit';
import { Card, Quiet, Remedies } from '../panel';
import { type FindingProps, Remedy } from './remedy';
import { own } from '@/core/own';

const percent = (part: number, whole: number): number => Math.floor((part / Math.max(1, whole)) * 100);

/** A column that points to another table, and how much of it is matched. */
export function ReferenceCard({ finding, specs, onDecide }: FindingProps<'reference'>) {
  const { column, tableName, by, filled, matched } = finding;
  return (
    <Card title={`${column} names ${tableName} by ${by}`}>
      <Quiet>
        {grouped(matched)} of {counted(filled, 'filled cell')} matched, {percent(matched, filled)} %.
      </Quiet>
      <Remedies>
        <Remedy
          label="It is only text"
          onChoose={() =>
            onDecide(
              { columns: specs.map((one) => (one.name === column ? { name: column, type: 'text' } : one)) },
              `${column} as text`,
            )
          }
        />
      </Remedies>
    </Card>
  );
}

const said = (values: readonly { value: string; count: number }[]): string =>
  values
    .slice(0, 3)
    .map(({ value, count }) => `${value} (${counted(count, 'row')})`)
    .join(', ') + (values.length > 3 ? ', …' : '');

/** Names that several records of the table have: decided by a rule, one by one, or taken for one. */
export function AmbiguousCard({ finding, decided, onReference }: FindingProps<'ambiguous'>) {
  const { column, tableName, values, cases, cells, open, rules } = finding;
  const [byHand, setByHand] = useState(false);
  const remedy = own(decided.references, column);
  const rule = remedy?.rule;
  const [first] = values;
  const title =
    values.length === 1
      ? `${counted(first.candidates.length, 'record')} of ${tableName} ${first.candidates.length === 1 ? 'is' : 'are'} called “${first.value}”`
      : `${values.length} names stand for several records of ${tableName}`;
  return (
    <Card title={title}>
      <Quiet>
        “{column}” names {values.length === 1 ? 'it' : 'them'} {cells === 1 ? 'once' : `${grouped(cells)} times`};{' '}
        {open ? `${grouped(open)} still open` : 'all are decided'}.
      </Quiet>
      <Remedies>
        {rules.slice(0, 4).map(({ here, there, decides }) => (
          <Remedy
            key={`${here} ${there}`}
            label={`By ${here === there ? `the ${here} on the row` : `${there} = ${here}`} (${grouped(decides)})`}
            chosen={rule?.here === here && rule.there === there}
            onChoose={() =>
              onReference(
                column,
                { rule: rule?.here === here && rule.there === there ? undefined : { here, there } },
                `${column} decided by ${here}`,
              )
            }
          />
        ))}
        <Remedy label="One by one" chosen={byHand} onChoose={() => setByHand(!byHand)} />
        <Remedy
          label="They are one"
          chosen={remedy?.first}
          onChoose={() => onReference(column, { first: !remedy?.first }, `${column}: taken for one`)}
        />
      </Remedies>
      {byHand && (
        <ul className="mt-2 max-h-72 space-y-2 overflow-auto" aria-label={`Cells of ${column} to decide`}>
          {cases.map(({ line, value, text, chosen }) => (
            <li key={line} className="text-sm">
              <p className="text-quiet">
                line {grouped(line)}: {text}
              </p>
              <select
                aria-label={`Which ${value} is meant in line ${line}`}
                value={chosen ?? ''}
                className="mt-0.5 h-7 w-full rounded-md border border-line bg-panel px-1.5"
                onChange={(event) =>
                  onReference(
                    column,
                    { cells: { ...remedy?.cells, [`${line} ${value}`]: event.target.value } },
                    `${column} of line ${line}`,
                  )
                }
              >
                <option value="" disabled>
                  which {value}?
                </option>
                {values
                  .find((one) => one.value === value)
                  ?.candidates.map(({ id, text: shown }) => (
                    <option key={id} value={id}>
                      {shown}
                    </option>
                  ))}
              </select>
            </li>
          ))}
        </ul>
      )}
    </Card>
  );
}

/** Spellings near a known name. */
export function NearCard({ finding, decided, onReference, stored }: FindingProps<'near'>) {
  const { column, tableName, values } = finding;
  const [listed, setListed] = useState(false);
  const remedy = own(decided.references, column);
  return (
    <Card
      title={`${counted(values.length, 'name')} of ${column} ${values.length === 1 ? 'is' : 'are'} near a known one of ${tableName}`}
    >
      <ul
        className="mt-0.5 max-h-56 overflow-auto text-sm text-quiet"
        aria-label={`Names of ${column} near a known one`}
        tabIndex={0}
      >
        {values.slice(0, listed ? undefined : 3).map(({ value, to, count }) => (
          <li key={value}>
            “{value}” → {to} <span className="tabular-nums">({grouped(count)})</span>
          </li>
        ))}
      </ul>
      <Remedies>
        {values.length > 3 && <Remedy label={listed ? 'Fewer' : 'All of them'} onChoose={() => setListed(!listed)} />}
        <Remedy
          label={`Match all ${values.length}`}
          chosen={!stored && remedy?.near}
          onChoose={() =>
            onReference(column, { near: !remedy?.near }, `matched ${counted(values.length, 'name')} of ${column}`)
          }
        />
      </Remedies>
    </Card>
  );
}

/** Names that no record has. */
export function UnmatchedCard({ finding, decided, onReference, stored }: FindingProps<'unmatched'>) {
  const { column, tableName, values, known } = finding;
  const [matching, setMatching] = useState(false);
  const remedy = own(decided.references, column);
  const how = remedy?.unmatched ?? 'keep';
  const choose = (next: 'keep' | 'create' | 'leave'): void => {
    const what =
      next === 'create'
        ? `made ${counted(values.length, 'record')} of ${tableName}`
        : `left out ${counted(values.length, 'name')} of ${column}`;
    onReference(column, { unmatched: how === next ? 'keep' : next }, what);
  };
  return (
    <Card
      title={`${counted(values.length, 'name')} of ${column} ${values.length === 1 ? 'is' : 'are'} not in ${tableName}`}
    >
      <Quiet>{said(values)}</Quiet>
      <Remedies>
        <Remedy
          label={`Make new ${tableName}`}
          chosen={!stored && how === 'create'}
          onChoose={() => choose('create')}
        />
        <Remedy label="Match to …" chosen={matching} onChoose={() => setMatching(!matching)} />
        <Remedy label="Leave out" chosen={!stored && how === 'leave'} onChoose={() => choose('leave')} />
      </Remedies>
      {how === 'leave' && !stored && (
        <Quiet>They are dropped in Names, so that no count has them; the cells stay as written.</Quiet>
      )}
      {matching && (
        <ul className="mt-2 max-h-72 space-y-1.5 overflow-auto" aria-label={`Names of ${column} to match`}>
          {values.map((one) => (
            <MatchRow
              key={one.value}
              value={one.value}
              count={one.count}
              to={one.to}
              known={known}
              onMatch={(to) => {
                const rest = Object.fromEntries(
                  Object.entries(remedy?.values ?? {}).filter(([value]) => value !== one.value),
                );
                onReference(
                  column,
                  { values: to === '' ? rest : { ...rest, [one.value]: to } },
                  `matched “${one.value}” to “${to}”`,
                );
              }}
            />
          ))}
        </ul>
      )}
    </Card>
  );
}

function MatchRow({
  value,
  count,
  to,
  known,
  onMatch,
}: {
  value: string;
  count: number;
  to?: string;
  known: string[];
  onMatch: (to: string) => void;
}) {
  const [text, setText] = useState(to ?? '');
  const list = `known-${value}`;
  const fits = text === '' || known.includes(text);
  return (
    <li className="text-sm">
      <span className="text-quiet">
        “{value}” ({grouped(count)})
      </span>
      <span className="mt-0.5 flex gap-1.5">
        <input
          aria-label={`Known name for ${value}`}
          value={text}
          list={list}
          placeholder="known name"
          onChange={(event) => setText(event.target.value)}
          className="h-7 min-w-0 grow rounded-md border border-line bg-panel px-2"
        />
        <datalist id={list}>
          {text.length > 0 &&
            known
              .filter((one) => one.toLowerCase().includes(text.toLowerCase()))
              .slice(0, 30)
              .map((one) => <option key={one} value={one} />)}
        </datalist>
        <Button disabled={!fits || text === (to ?? '')} onClick={() => onMatch(text)}>
          {to !== undefined && text === '' ? 'Unmatch' : 'Match'}
        </Button>
      </span>
    </li>
  );
}
