'use client';
import { Field, IconButton } from '@/ui/kit';
import { X } from 'lucide-react';
import { useWorkbench } from '@/ui/state/context';
import { FindNodes } from './find-nodes';

const none: ReadonlySet<string> = new Set();

/** One node, found by its name; `nobody` is said where none is chosen. */
export function NodeField({
  label,
  nobody,
  value,
  onChange,
}: {
  label: string;
  nobody: string;
  value: string | undefined;
  onChange: (id: string | undefined) => void;
}) {
  const name = useWorkbench(({ net }) => (value === undefined ? undefined : net?.labels[net.ids.indexOf(value)]));
  return (
    <Field label={label}>
      <div className="flex h-7 items-center justify-between rounded-md border border-line bg-panel pl-2.5">
        <span className={value === undefined ? 'text-quiet' : 'truncate'}>
          {value === undefined ? nobody : (name ?? 'a node that is not here')}
        </span>
        {value !== undefined && (
          <IconButton name={`${label}: ${nobody}`} onClick={() => onChange(undefined)}>
            <X size={14} aria-hidden />
          </IconButton>
        )}
      </div>
      <FindNodes label={`${label}: find a node`} at="end" taken={none} onFind={([node]) => onChange(node.id)} />
    </Field>
  );
}
