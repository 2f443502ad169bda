'use client';
import { useState } from 'react';
import { sheetForThreads } from '@/ui/kit/pictures';
import { toast } from '@/ui/kit/toast';
import { Button, Choose, TextField, Toggle, saveFile, sentence } from '@/ui/kit';
import type { Taken } from '@/worker/client';
import { useFailed } from '@/ui/state/failed';
import { useSession, useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { viewOf } from '@/ui/state/in-view';
import { MethodNote } from './method-note';
import { TakeAwayData } from './take-away-data';
import { TakeAwayLink } from './take-away-link';

const shapes = [
  { value: '1200x900', label: '4 : 3, 1200 × 900' },
  { value: '1600x900', label: '16 : 9, 1600 × 900' },
  { value: '1000x1000', label: 'square, 1000 × 1000' },
  { value: '900x1273', label: 'A4 upright, 900 × 1273' },
  { value: '1273x900', label: 'A4 across, 1273 × 900' },
];

/** How the picture is to be. */
export interface PageWishes {
  /** Width × height in CSS pixels. */
  shape: string;
  /** Pixels of a PNG for each of them. */
  factor: string;
  transparent: boolean;
  /** Absent: the network's name. */
  title?: string;
}

/** The files that can be had, and how the picture is to be. */
export function TakeAwayFiles({ wishes, onWish }: { wishes: PageWishes; onWish: (wish: Partial<PageWishes>) => void }) {
  const { shape, factor, transparent, title } = wishes;
  const name = useWorkbench((state) => state.network.name);
  const study = useWorkbench((state) => state.study.id);
  const network = useWorkbench((state) => state.network.id);
  const session = useSession();
  const store = useWorkbenchStore();
  const [busy, setBusy] = useState(false);
  const [width, height] = shape.split('x').map(Number);
  const failed = useFailed();
  const sifted = useWorkbench((state) => viewOf(state) !== undefined);
  const [anyway, setAnyway] = useState<string>();
  // Files of a trail that failed are handed out only where that is asked for, and say so.
  const withheld = failed !== undefined && anyway !== failed.id;
  const mark = failed ? `, before ${failed.title} failed` : '';
  const page = { width, height, title: `${title ?? name}${mark}` };

  const take = async (what: Taken, ending: string, part = ''): Promise<void> => {
    const service = session.current?.service;
    if (!service) return;
    setBusy(true);
    try {
      const file = await service.take(what);
      // Of several parts, or tables of records, one file may be left.
      const kind = file.type === 'application/zip' ? '.zip' : ending;
      saveFile(file, `${name}${part}${mark}${kind}`);
    } catch (error) {
      toast.error(sentence(error));
    } finally {
      setBusy(false);
    }
  };

  return (
    <>
      <h2 className="font-serif text-lg font-semibold">Take away</h2>
      {failed && (
        <div className="mt-2 mb-2 rounded-md bg-danger-tint px-2.5 py-2 text-sm text-danger" role="alert">
          “{failed.title}” failed, so the network is that of before.
          <Toggle
            label="Hand it out all the same"
            checked={!withheld}
            onChange={(on) => setAnyway(on ? failed.id : undefined)}
          />
        </div>
      )}
      <p className="mt-1 text-sm text-quiet">The map as it is drawn, with its title and legend; the network as data.</p>
      {sifted && (
        <p className="mt-1.5 rounded-md bg-amber px-2.5 py-1.5 text-sm" role="status">
          Pictures hold the whole network: what is sifted out is passed over on the screen alone. As data, what is in
          view can be taken as a part; as a step it is kept for good.
        </p>
      )}
      <TextField label="Title" value={title ?? name} onCommit={(title) => onWish({ title })} />
      <Choose label="Page" value={shape} choices={shapes} onChange={(shape) => onWish({ shape })} />
      <div className="mt-3.5 grid grid-cols-2 gap-2">
        <Button disabled={busy || withheld} onClick={() => take({ kind: 'svg', ...page }, '.svg')}>
          SVG
        </Button>
        <Button
          disabled={busy || withheld}
          onClick={async () => {
            const { addresses = [] } = store.getState().looks?.pictures ?? {};
            const sheet = addresses.length ? { sheet: await sheetForThreads(addresses) } : {};
            await take({ kind: 'png', ...page, factor: Number(factor), transparent, ...sheet }, '.png');
          }}
        >
          PNG
        </Button>
      </div>
      <Choose
        label="PNG size"
        value={factor}
        choices={['1', '2', '3', '4'].map((value) => ({
          value,
          label: `${value}×, ${width * Number(value)} × ${height * Number(value)} pixels`,
        }))}
        onChange={(factor) => onWish({ factor })}
      />
      <Toggle label="PNG without ground" checked={transparent} onChange={(transparent) => onWish({ transparent })} />
      <h3 className="mt-4 mb-1.5 border-t border-line pt-3 text-sm font-semibold">Data</h3>
      <TakeAwayData
        name={name}
        {...(mark ? { note: `${name}${mark}` } : {})}
        disabled={busy || withheld}
        take={(what, ending, part) => void take(what, ending, part)}
      />
      <div className="mt-3 grid grid-cols-2 gap-2">
        <Button
          disabled={busy}
          onClick={async () => {
            await session.current?.saveNow();
            if (store.getState().save.kind !== 'saved') {
              toast.error('The network could not be saved first. Try again when it is.');
              return;
            }
            window.location.assign(`/api/studies/${study}/networks/${network}/archive`);
          }}
        >
          Trail and tables
        </Button>
      </div>
      <p className="mt-1.5 text-sm text-quiet">“Trail and tables” is an archive for the command-line runner.</p>
      <TakeAwayLink disabled={busy || withheld} />
      {!withheld && <MethodNote />}
    </>
  );
}
