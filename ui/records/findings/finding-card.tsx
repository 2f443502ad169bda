'use client';
import type { ColumnSpec } from '@/core/tables';
import { counted, grouped } from '@/ui/kit';
import { Card, Quiet, Remedies } from '../panel';
import { typeNames } from '../words';
import { AmbiguousCard, NearCard, ReferenceCard, UnmatchedCard } from './references';
import { IdentityCard } from './identity';
import { type FindingProps, Remedy, linesInWords } from './remedy';
import { own } from '@/core/own';

/** One finding with its remedies. */
export function FindingCard(props: FindingProps) {
  const { finding } = props;
  switch (finding.kind) {
    case 'faulty':
      return <FaultyCard {...props} finding={finding} />;
    case 'asks':
      return <AsksCard {...props} finding={finding} />;
    case 'misfits':
      return <MisfitsCard {...props} finding={finding} />;
    case 'list':
      return <ListCard {...props} finding={finding} />;
    case 'digits':
      return (
        <Card title={`${finding.column} stays text`}>
          <Quiet>
            “{finding.example}” has more digits than a number keeps: as numbers, records that differ in the last ones
            would become the same.
          </Quiet>
        </Card>
      );
    case 'imprecise':
      return (
        <Card
          title={`${counted(finding.count, 'date')} of ${finding.column} ${finding.count === 1 ? 'is' : 'are'} not known to the day`}
        >
          <Quiet>Kept as such: {finding.examples.join(', ')}</Quiet>
          <p className="mt-1.5 inline-block rounded-full border border-line bg-tint px-2.5 py-0.5 text-sm">
            nothing to do
          </p>
        </Card>
      );
    case 'doubles':
      return <DoublesCard {...props} finding={finding} />;
    case 'identity':
      return <IdentityCard {...props} finding={finding} />;
    case 'shape':
      return <ShapeCard {...props} finding={finding} />;
    case 'place':
      return <PlaceCard {...props} finding={finding} />;
    case 'reference':
      return <ReferenceCard {...props} finding={finding} />;
    case 'ambiguous':
      return <AmbiguousCard {...props} finding={finding} />;
    case 'near':
      return <NearCard {...props} finding={finding} />;
    case 'unmatched':
      return <UnmatchedCard {...props} finding={finding} />;
    case 'note':
      return <Card title={finding.text} />;
  }
}

/** Cases of a finding; many of them are folded, so that the remedies stay in view. */
function Cases({ label, cases }: { label: string; cases: readonly { key: string; text: string; title?: string }[] }) {
  const list = (
    <ul className="mt-1 max-h-36 overflow-auto text-sm text-quiet" aria-label={label} tabIndex={0}>
      {cases.map(({ key, text, title }) => (
        <li key={key} className="truncate" title={title ?? text}>
          {text}
        </li>
      ))}
    </ul>
  );
  if (cases.length <= mostOpen) return list;
  return (
    <details className="mt-1.5">
      <summary className="cursor-pointer text-sm text-quiet">{counted(cases.length, 'case')}</summary>
      {list}
    </details>
  );
}
const mostOpen = 10;

function FaultyCard({ finding, decided, onDecide }: FindingProps<'faulty'>) {
  return (
    <Card title={`${counted(finding.count, 'row')} ${finding.count === 1 ? 'does' : 'do'} not fit the header`}>
      <Remedies>
        <Remedy
          label="Set rows aside"
          chosen={decided.faulty === 'aside'}
          onChoose={() => onDecide({ faulty: 'aside' }, '')}
        />
        <Remedy
          label="Fill up or cut to fit"
          chosen={decided.faulty === 'fit'}
          onChoose={() => onDecide({ faulty: 'fit' }, '')}
        />
      </Remedies>
      <Cases
        label="Faulty rows"
        cases={finding.examples.map(({ line, reason, text }) => ({
          key: String(line),
          text: `line ${grouped(line)}: ${reason}`,
          title: text,
        }))}
      />
    </Card>
  );
}

function AsksCard({ finding, specs, decided, onDecide }: FindingProps<'asks'>) {
  const { column, what, examples, answered } = finding;
  const spec = specs.find(({ name }) => name === column);
  const answer = (change: Partial<ColumnSpec>): void =>
    onDecide(
      {
        columns: specs.map((one) => (one.name === column ? { ...one, ...change } : one)),
        answered: [...new Set([...decided.answered, column])],
      },
      `how ${column} is read`,
    );
  const [example] = examples;
  return (
    <Card
      title={
        what === 'order'
          ? `Which comes first in ${column}, day or month?`
          : what === 'place'
            ? `Are these places in ${column}?`
            : `What does the mark in ${column} part off?`
      }
    >
      <Quiet>{examples.map((one) => `“${one}”`).join(', ')}: no other cell decides it.</Quiet>
      <Remedies>
        {what === 'place' ? (
          <>
            <Remedy
              label="Latitude, longitude"
              chosen={answered && spec?.type === 'place'}
              onChoose={() => answer({ type: 'place' })}
            />
            <Remedy label="Text" chosen={answered && spec?.type === 'text'} onChoose={() => answer({ type: 'text' })} />
          </>
        ) : what === 'order' ? (
          <>
            <Remedy
              label="Day first"
              chosen={answered && spec?.order !== 'mdy'}
              onChoose={() => answer({ order: 'dmy' })}
            />
            <Remedy
              label="Month first"
              chosen={answered && spec?.order === 'mdy'}
              onChoose={() => answer({ order: 'mdy' })}
            />
          </>
        ) : (
          <>
            <Remedy
              label={`Thousands: ${example.replace(/[.,]/, '')}`}
              chosen={answered && spec?.decimal === (example.includes(',') ? '.' : ',')}
              onChoose={() => answer({ decimal: example.includes(',') ? '.' : ',' })}
            />
            <Remedy
              label={`Decimals: ${example.replace(',', '.')}`}
              chosen={answered && spec?.decimal === (example.includes(',') ? ',' : '.')}
              onChoose={() => answer({ decimal: example.includes(',') ? ',' : '.' })}
            />
          </>
        )}
      </Remedies>
    </Card>
  );
}

const markNames: Readonly<Record<string, string | undefined>> = {
  ';': 'semicolons',
  '|': 'bars',
  '\n': 'line breaks',
  ' / ': 'slashes',
  ',': 'commas',
};

function ListCard({ finding, specs, onDecide }: FindingProps<'list'>) {
  const { column, separator, cells, examples, done } = finding;
  const read = (type: 'text' | 'list'): void =>
    onDecide(
      {
        columns: specs.map((one): ColumnSpec =>
          one.name === column
            ? { name: one.name, type, ...(type === 'list' ? { separator } : {}), ...(one.id ? { id: one.id } : {}) }
            : one,
        ),
      },
      `${column} as ${type === 'list' ? 'a list' : 'one text'}`,
    );
  return (
    <Card title={`Does ${column} hold lists?`}>
      <Quiet>
        {counted(cells, 'cell')} with {own(markNames, separator) ?? `“${separator}”`}:{' '}
        {examples
          .slice(0, 2)
          .map((one) => `“${one}”`)
          .join(', ')}
        . Nothing says that they part several things, so the cells stay whole.
      </Quiet>
      <Remedies>
        <Remedy label="One text" chosen={!done} onChoose={() => read('text')} />
        <Remedy label="Several values" chosen={done} onChoose={() => read('list')} />
      </Remedies>
    </Card>
  );
}

function MisfitsCard({ finding, decided, specs, onDecide }: FindingProps<'misfits'>) {
  const { column, type, count, filled, examples } = finding;
  const what = own(decided.misfits, column) ?? 'keep';
  const choose = (how: 'keep' | 'empty' | 'aside'): void =>
    onDecide({ misfits: { ...decided.misfits, [column]: how } }, `${counted(count, 'cell')} of ${column}`);
  return (
    <Card
      title={`${counted(count, 'cell')} of ${column} ${count === 1 ? 'is' : 'are'} no ${typeNames[type as ColumnSpec['type']]}`}
    >
      <Quiet>
        {examples
          .slice(0, 4)
          .map(({ text, lines }) => `“${text}” (${linesInWords(lines.slice(0, 3))})`)
          .join(', ')}
        ; {Math.floor((1 - count / Math.max(1, filled)) * 100)} % of the filled cells fit.
      </Quiet>
      <Remedies>
        <Remedy label="Keep as written" chosen={what === 'keep'} onChoose={() => choose('keep')} />
        <Remedy label="Empty" chosen={what === 'empty'} onChoose={() => choose('empty')} />
        <Remedy label="Set rows aside" chosen={what === 'aside'} onChoose={() => choose('aside')} />
        <Remedy
          label="Read as text"
          onChoose={() =>
            onDecide(
              { columns: specs.map((one) => (one.name === column ? { ...one, type: 'text' } : one)) },
              `${column} as text`,
            )
          }
        />
      </Remedies>
    </Card>
  );
}

function DoublesCard({ finding, decided, specs, onDecide }: FindingProps<'doubles'>) {
  const { by, count, examples } = finding;
  // A title and a year may be shared by many works.
  const doubtful = by === 'title and year';
  const told = specs.some(({ id }) => id) || by !== 'every cell';
  const how = (doubtful ? decided.titles : decided.doubles) ?? (told && !doubtful ? 'join' : 'keep');
  return (
    <Card
      title={doubtful ? `${counted(count, 'record')} may have come twice` : `${counted(count, 'record')} came twice`}
    >
      <Quiet>Same in {by}:</Quiet>
      <Remedies>
        <Remedy
          label={by === 'every cell' ? 'Keep one' : 'Join them'}
          chosen={how === 'join'}
          onChoose={() => onDecide(doubtful ? { titles: 'join' } : { doubles: 'join' }, 'joined doubles')}
        />
        <Remedy
          label="Keep both"
          chosen={how === 'keep'}
          onChoose={() => onDecide(doubtful ? { titles: 'keep' } : { doubles: 'keep' }, 'kept doubles')}
        />
      </Remedies>
      <Cases
        label={`Doubles by ${by}`}
        cases={examples.map(({ key, lines }) => ({
          key: lines.join(),
          text: `${key} (${linesInWords(lines.slice(0, 4))})`,
          title: `${key}: ${linesInWords(lines)}`,
        }))}
      />
    </Card>
  );
}

function ShapeCard({ finding, decided, onDecide }: FindingProps<'shape'>) {
  const { shape, symmetric, misfits, ties } = finding;
  const now = decided.shape ?? 'table';
  const reset = { columns: undefined, identity: undefined };
  return (
    <Card
      title={
        shape === 'adjacency' ? 'This looks like a matrix of ties' : 'This looks like a matrix of who belongs to what'
      }
    >
      <Quiet>
        {counted(ties, 'tie')}
        {shape === 'adjacency' &&
          (symmetric ? '; the same on both sides, so each is taken once' : '; from the row to the column')}
        {misfits > 0 && `; ${counted(misfits, 'cell')} without a number left out`}.
      </Quiet>
      <Remedies>
        <Remedy label="A row for each tie" chosen={now === shape} onChoose={() => onDecide({ ...reset, shape }, '')} />
        <Remedy
          label="Keep as a table"
          chosen={now === 'table'}
          onChoose={() => onDecide({ ...reset, shape: 'table' }, '')}
        />
      </Remedies>
    </Card>
  );
}

function PlaceCard({ finding, decided, specs, onDecide }: FindingProps<'place'>) {
  const { latitude, longitude } = finding;
  const others = specs.filter(({ name }) => name !== latitude && name !== longitude && name !== 'place');
  return (
    <Card title={`${latitude} and ${longitude} say a place`}>
      <Remedies>
        <Remedy
          label="One place column"
          chosen={decided.place}
          onChoose={() =>
            onDecide({ place: true, columns: [...others, { name: 'place', type: 'place' }] }, 'places of two columns')
          }
        />
        <Remedy
          label="Two number columns"
          chosen={!decided.place}
          onChoose={() => onDecide({ place: false, columns: others }, '')}
        />
      </Remedies>
    </Card>
  );
}
