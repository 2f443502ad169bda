'use client';
import { Settings2 } from 'lucide-react';
import { Button, Menu } from '@/ui/kit';
import type { KeptDraft } from './drafts-store';
import type { Drafts } from './use-drafts';

const delimiters = [
  { value: ',', label: 'commas' },
  { value: ';', label: 'semicolons' },
  { value: '\t', label: 'tabs' },
  { value: '|', label: 'bars' },
];

/** How the file was read, to be changed: header, delimiter, encoding. */
export function HowRead({ draft, drafts }: { draft: KeptDraft; drafts: Drafts }) {
  const { settings, id } = draft;
  const text = draft.sources.every(
    ({ file }) => !/\.(xlsx|xlsm|ods|ots|json|geojson|ndjson|jsonl|ris|bib|graphml|xml)$/i.test(file.name),
  );
  const sheet = draft.sources.every(({ file }) => /\.(xlsx|xlsm|ods|ots)$/i.test(file.name));
  const mark = (on: boolean): string => (on ? '✓' : '');
  if (!text && !sheet) return null;
  return (
    <Menu
      align="end"
      trigger={
        <Button>
          <Settings2 size={14} aria-hidden />
          How it was read
        </Button>
      }
      entries={[
        {
          label: 'First line names the columns',
          hint: mark(settings.header === true),
          onSelect: () => drafts.reread(id, { header: true }),
        },
        {
          label: 'First line holds values',
          hint: mark(settings.header === false),
          onSelect: () => drafts.reread(id, { header: false }),
        },
        ...(text
          ? [
              null,
              ...delimiters.map(({ value, label }) => ({
                label: `Parted by ${label}`,
                hint: mark(settings.delimiter === value),
                onSelect: () => drafts.reread(id, { delimiter: value }),
              })),
              null,
              ...(['utf-8', 'windows-1252', 'utf-16le'] as const).map((encoding) => ({
                label: encoding.toUpperCase(),
                hint: mark(settings.encoding === encoding),
                onSelect: () => drafts.reread(id, { encoding }),
              })),
            ]
          : []),
      ]}
    />
  );
}
