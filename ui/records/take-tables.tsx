'use client';
/** The stored tables as files: one of them, or all in one. */
import { Download } from 'lucide-react';
import { useState } from 'react';
import { storedFormats } from '@/core/formats/stored/registry';
import type { TableHead } from '@/server/tables';
import { Button, Menu, type MenuEntry, saveFile, sentence } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import type { Desk } from './use-desk';

export function TakeTables({
  study,
  tables,
  shown,
  desk,
}: {
  study: { id: string; name: string };
  tables: readonly TableHead[];
  /** The table that is open. */
  shown: TableHead | undefined;
  desk: Desk;
}) {
  const [busy, setBusy] = useState(false);
  const take = async (which: readonly TableHead[], format: string, fileName: string): Promise<void> => {
    setBusy(true);
    try {
      saveFile(await desk().storedFile(study.id, which, format), fileName);
    } catch (error) {
      toast.error(sentence(error));
    } finally {
      setBusy(false);
    }
  };
  const entries = storedFormats.flatMap(({ key, title, ending, holds }): MenuEntry[] => {
    if (holds === 'all')
      return [{ label: `All tables as ${title}`, onSelect: () => void take(tables, key, `${study.name}${ending}`) }];
    return shown
      ? [
          {
            label: `“${shown.name}” as ${title}`,
            onSelect: () => void take([shown], key, `${shown.name}${ending}`),
          },
        ]
      : [];
  });
  return (
    <Menu
      align="end"
      trigger={
        <Button aria-label="Take tables away" disabled={busy} className="!h-6 px-1.5">
          <Download size={14} aria-hidden />
        </Button>
      }
      entries={entries}
    />
  );
}
