'use client';
import type { Finding, ReferenceRemedy, Remedies as Decided } from '@/core/intake';
import type { ColumnSpec } from '@/core/tables';
import { Button, grouped } from '@/ui/kit';

export interface FindingProps<K extends Finding['kind'] = Finding['kind']> {
  finding: Extract<Finding, { kind: K }>;
  decided: Decided;
  specs: readonly ColumnSpec[];
  /** Whether the rows are stored already; remedies then change them at once. */
  stored: boolean;
  onDecide: (change: Partial<Decided>, what: string) => void;
  onReference: (column: string, change: Partial<ReferenceRemedy>, what: string) => void;
}

/** A remedy that may be the chosen one. */
export function Remedy({
  label,
  chosen,
  onChoose,
  disabled,
}: {
  label: string;
  chosen?: boolean;
  onChoose: () => void;
  disabled?: boolean;
}) {
  return (
    <Button look={chosen ? 'main' : 'plain'} aria-pressed={chosen ?? undefined} disabled={disabled} onClick={onChoose}>
      {label}
    </Button>
  );
}

/** Lines of a file: `line 6`, `lines 88, 310`. */
export const linesInWords = (lines: readonly number[]): string =>
  `${lines.length === 1 ? 'line' : 'lines'} ${lines.map(grouped).join(', ')}`;
