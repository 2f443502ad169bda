'use client';
import { useMemo } from 'react';
import { offer, offerByHand, questionOf, tiesSchema } from '@/core/ties';
import type { NamesList } from '@/core/names';
import { Choose } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import type { TableAddress } from '@/worker/client';
import type { EditorProps } from '../editor';
import { Narrowing, Samples, useTiesView } from './ties-narrow';
import { Questions, blank } from './ties-questions';
import { CitationForm, DirectForm, IncidenceForm } from './ties-forms';

export function TiesEditor({ step, set }: EditorProps<'ties'>) {
  const tables = useWorkbench((state) => state.tables);
  const names = useWorkbench((state) => state.names);
  const view = useTiesView();
  const table = useMemo(() => tables.find(({ key }) => key === step.table), [tables, step.table]);
  return (
    <>
      <Questions step={step} set={set} />
      <Choose
        label="Table of records"
        value={step.table}
        choices={tables.map(({ key, name }) => ({ value: key, label: name }))}
        onChange={(key) =>
          set(
            onTable(
              step,
              tables.find((one) => one.key === key),
              tables,
              names,
            ),
          )
        }
      />
      {step.make === 'incidence' ? (
        <IncidenceForm step={step} table={table} set={set} />
      ) : step.make === 'citation' ? (
        <CitationForm step={step} table={table} set={set} />
      ) : (
        <DirectForm step={step} table={table} set={set} />
      )}
      <Narrowing step={step} set={set} view={view} />
      <Samples view={view} />
    </>
  );
}

/**
 * The same question of another table: with the same columns where it has them all, else with those that answer it there, else with any, to be chosen by
 * hand. What described the nodes goes, unless it describes those of the new table too.
 */
export function onTable(
  step: EditorProps<'ties'>['step'],
  table: TableAddress | undefined,
  tables: readonly TableAddress[],
  names: readonly NamesList[],
): Partial<EditorProps<'ties'>['step']> {
  if (!table) return {};
  const has = (name: string): boolean => table.columns.some((col) => col.name === name);
  const own =
    step.make === 'incidence'
      ? [...step.left, ...step.right]
      : step.make === 'citation'
        ? [step.references]
        : [step.from, step.to];
  const kept = (name: string | undefined): string | undefined => (name && has(name) ? name : undefined);
  const common = {
    table: table.key,
    gather: undefined,
    leftOut: [],
    weight: kept('weight' in step ? step.weight : undefined),
  };
  if (own.every(has)) {
    const held = (part: 'key' | 'doi' | 'authors' | 'year' | 'title'): string | undefined =>
      step.make === 'citation' ? kept(step[part]) : undefined;
    return step.make === 'citation'
      ? {
          ...common,
          key: held('key'),
          doi: held('doi'),
          authors: held('authors'),
          year: held('year'),
          title: held('title'),
          label: undefined,
        }
      : { ...common, ...(step.make === 'incidence' ? { label: kept(step.label) } : {}) };
  }
  const question = questionOf(step);
  const known = offer(question, tables, names, table.key) as { table?: string } | undefined;
  const asked = known?.table === table.key ? known : offerByHand(question, table);
  return {
    ...blank,
    ...tiesSchema.parse({
      id: step.id,
      kind: 'ties',
      on: true,
      question,
      ...(asked ?? { table: table.key, from: '', to: '' }),
    }),
  };
}
