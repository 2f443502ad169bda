'use client';
/** Sifts kept in the study under a name: put on again here and in its other networks. */
import { Bookmark } from 'lucide-react';
import { useState } from 'react';
import { Button, Menu, TextField, counted } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { KeptList } from '@/ui/filing/kept-list';
import { useKept } from '@/ui/state/use-kept';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';

export function KeptSifts() {
  const kept = useKept();
  const many = useWorkbench((state) => state.sifting.sifts.length);
  const store = useWorkbenchStore();
  const [naming, setNaming] = useState(false);
  const [listing, setListing] = useState(false);
  const keep = async (name: string): Promise<void> => {
    if (name.trim() === '') return;
    const made = await kept.create('sift', name, store.getState().sifting);
    if (!made) return;
    setNaming(false);
    toast(`“${made.name}” is kept in the study.`);
  };
  return (
    <>
      <Menu
        trigger={
          <Button>
            <Bookmark size={15} aria-hidden /> Kept sifts
          </Button>
        }
        entries={[
          { label: 'Keep these sifts …', disabled: many === 0, onSelect: () => setNaming(true) },
          ...(kept.sifts.length ? [{ label: 'Rename or delete …', onSelect: () => setListing(true) }, null] : []),
          ...kept.sifts.map(({ name, sifting }) => ({
            label: name,
            hint: counted(sifting.sifts.length, 'sift'),
            onSelect: () => store.getState().sift(() => sifting),
          })),
        ]}
      />
      {naming && (
        <div className="order-last col-span-2 w-full">
          <TextField label="Name of these sifts" value="" onCommit={(name) => void keep(name)} />
        </div>
      )}
      {listing && <KeptList title="Kept sifts" kept={kept} rows={kept.sifts} onClose={() => setListing(false)} />}
    </>
  );
}
