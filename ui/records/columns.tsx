'use client';
import type { ReactNode } from 'react';
import { type ColumnSpec, type ColumnType, columnTypes } from '@/core/tables';
import { Choose, TextField, grouped } from '@/ui/kit';
import { typeNames } from './words';
import { own } from '@/core/own';

const typeChoices = columnTypes.map((value) => ({ value, label: typeNames[value] }));
const mostListed = 200;

export interface PointedTo {
  key: string;
  name: string;
  columns: readonly ColumnSpec[];
}

/** The columns with their types, each to be changed by hand; what a type leaves open stands under it. */
export function ColumnList({
  specs,
  shares,
  tables,
  onChange,
}: {
  specs: readonly ColumnSpec[];
  /** By column name, the share of the filled cells that fit; all where absent. */
  shares: Readonly<Record<string, number>>;
  tables: readonly PointedTo[];
  onChange: (column: number, spec: ColumnSpec) => void;
}) {
  return (
    <>
      <ul className="space-y-1">
        {specs.slice(0, mostListed).map((spec, c) => (
          <li key={spec.name}>
            <span className="grid grid-cols-[1fr_7rem] items-center gap-2">
              <span className="truncate" title={spec.name}>
                {spec.name}
                {(own(shares, spec.name) ?? 1) < 1 && (
                  <span className="ml-1.5 text-sm text-quiet">
                    {Math.floor((own(shares, spec.name) ?? 1) * 100)} % fit
                  </span>
                )}
              </span>
              <Choose
                compact
                label={`Type of ${spec.name}`}
                value={spec.type}
                choices={typeChoices}
                onChange={(type) =>
                  onChange(
                    c,
                    firstOf({ ...(spec.id ? { id: true } : {}), name: spec.name, type: type as ColumnType }, tables),
                  )
                }
              />
            </span>
            <TypeSettings spec={spec} tables={tables} onChange={(next) => onChange(c, next)} />
          </li>
        ))}
      </ul>
      {specs.length > mostListed && (
        <p className="mt-2 text-sm text-quiet">and {grouped(specs.length - mostListed)} more, as found</p>
      )}
    </>
  );
}

/** A type with what it needs to begin with. */
function firstOf(spec: ColumnSpec, tables: readonly PointedTo[]): ColumnSpec {
  if (spec.type !== 'reference') return spec;
  const [table] = tables;
  return table ? { ...spec, table: table.key, by: handle(table) } : { ...spec, type: 'text' };
}

const handle = ({ columns }: PointedTo): string => (columns.find(({ id }) => id) ?? columns[0]).name;

function TypeSettings({
  spec,
  tables,
  onChange,
}: {
  spec: ColumnSpec;
  tables: readonly PointedTo[];
  onChange: (spec: ColumnSpec) => void;
}) {
  switch (spec.type) {
    case 'number':
      return (
        <Row label="decimals after">
          <Choose
            compact
            label={`Decimals of ${spec.name}`}
            value={spec.decimal ?? '.'}
            choices={[
              { value: '.', label: 'point: 1,250.5' },
              { value: ',', label: 'comma: 1.250,5' },
            ]}
            onChange={(decimal) => onChange({ ...spec, decimal: decimal as '.' | ',' })}
          />
        </Row>
      );
    case 'date':
      return (
        <Row label="in figures">
          <Choose
            compact
            label={`Order of ${spec.name}`}
            value={spec.order ?? 'dmy'}
            choices={[
              { value: 'dmy', label: 'day first' },
              { value: 'mdy', label: 'month first' },
            ]}
            onChange={(order) => onChange({ ...spec, order: order as 'dmy' | 'mdy' })}
          />
        </Row>
      );
    case 'list':
      return (
        <Row label="parted at">
          <TextField
            compact
            label={`Separator of ${spec.name}`}
            value={spec.separator ?? ';'}
            className="!h-7"
            onCommit={(separator) => separator !== '' && onChange({ ...spec, separator })}
          />
        </Row>
      );
    case 'reference': {
      const table = tables.find(({ key }) => key === spec.table);
      return (
        <>
          <Row label="to the table">
            <Choose
              compact
              label={`Table of ${spec.name}`}
              value={spec.table ?? ''}
              choices={tables.map(({ key, name }) => ({ value: key, label: name }))}
              onChange={(key) => {
                const next = tables.find((one) => one.key === key);
                if (next) onChange({ ...spec, table: key, by: handle(next) });
              }}
            />
          </Row>
          {table && (
            <Row label="by">
              <Choose
                compact
                label={`Column that ${spec.name} names`}
                value={spec.by ?? ''}
                choices={table.columns.slice(0, 200).map(({ name }) => ({ value: name, label: name }))}
                onChange={(by) => onChange({ ...spec, by })}
              />
            </Row>
          )}
        </>
      );
    }
    default:
      return null;
  }
}

const Row = ({ label, children }: { label: string; children: ReactNode }) => (
  <span className="mt-0.5 mb-1 grid grid-cols-[1fr_7rem] items-center gap-2 text-sm text-quiet">
    <span className="text-right">{label}</span>
    {children}
  </span>
);
