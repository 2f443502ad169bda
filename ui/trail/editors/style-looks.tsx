'use client';
/** A whole look from another network of the study or from a file, and into one; columns that are missing here are pointed to others. */
import { ChevronDown } from 'lucide-react';
import { useRef, useState } from 'react';
import { type StyleSettings, plainStyle, withoutMissing } from '@/core/style';
import { columnsOfLook, lookFile, lookOfStyle, readLook, repointed } from '@/core/style/look-file';
import { Button, Choose, Menu, saveFile, sentence } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { useWorkbench } from '@/ui/state/context';
import type { Holdings } from '@/worker/client';

type Columns = ReturnType<typeof columnsOfLook>;

const nothing = '';

export function Looks({
  style,
  before,
  set,
}: {
  style: StyleSettings;
  before: Holdings | undefined;
  set: (style: StyleSettings) => void;
}) {
  const networks = useWorkbench((state) => state.networks);
  const here = useWorkbench((state) => state.network);
  const file = useRef<HTMLInputElement>(null);
  const [waiting, setWaiting] = useState<{ name: string; style: StyleSettings; missing: Columns } | undefined>();
  const has = ({ of, name }: Columns[number]): boolean =>
    name === 'weight' ||
    ((of === 'nodes' ? before?.nodeColumns : before?.edgeColumns) ?? []).some((col) => col.name === name);
  const take = (name: string, look: StyleSettings): void => {
    const missing = columnsOfLook(look).filter((column) => !has(column));
    if (missing.length) setWaiting({ name, style: look, missing });
    else set({ ...look, byHand: style.byHand });
  };
  const others = networks.flatMap(({ id, name, trail }) => {
    const found = id === here.id ? undefined : trail?.steps.findLast(({ kind, on }) => kind === 'style' && on);
    return found?.kind === 'style' ? [{ name, style: lookOfStyle(found) }] : [];
  });
  return (
    <>
      <Menu
        trigger={
          <Button className="mt-2">
            Look <ChevronDown size={14} aria-hidden />
          </Button>
        }
        entries={[
          ...others.map((one) => ({ label: `As in “${one.name}”`, onSelect: () => take(one.name, one.style) })),
          ...(others.length ? [null] : []),
          { label: 'All alike', onSelect: () => set({ ...plainStyle, byHand: style.byHand }) },
          null,
          { label: 'From a file …', onSelect: () => file.current?.click() },
          {
            label: 'Save as a file',
            hint: 'JSON',
            onSelect: () =>
              saveFile(new Blob([lookFile(here.name, style)], { type: 'application/json' }), `${here.name} look.json`),
          },
        ]}
      />
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        aria-label="File of a look"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = '';
          chosen
            ?.text()
            .then((text) => {
              const look = readLook(text);
              take(look.name, look.style);
            })
            .catch((error: unknown) => toast.error(sentence(error)));
        }}
      />
      {waiting && (
        <Missing
          {...waiting}
          before={before}
          onDone={(to) => {
            setWaiting(undefined);
            if (!to) return;
            const look = repointed(waiting.style, to);
            set({ ...withoutMissing(look, has), byHand: style.byHand });
          }}
        />
      )}
    </>
  );
}

/** Columns that the look reads and this network has not: each is pointed to another, or what rests on it is left out. */
function Missing({
  name,
  missing,
  before,
  onDone,
}: {
  name: string;
  missing: Columns;
  before: Holdings | undefined;
  onDone: (to: ReadonlyMap<string, string> | undefined) => void;
}) {
  const [to, setTo] = useState<ReadonlyMap<string, string>>(new Map());
  return (
    <div role="group" aria-label="Missing columns" className="mt-3 rounded-md border border-line bg-ground p-2.5">
      <p>
        The look of “{name}” reads columns that are not here. Point each to another one, or leave out what rests on it.
      </p>
      {missing.map(({ of, name: column }) => (
        <Choose
          key={`${of} ${column}`}
          label={`${column} of ${of}`}
          value={to.get(`${of} ${column}`) ?? nothing}
          choices={[
            { value: nothing, label: 'leave it out' },
            ...((of === 'nodes' ? before?.nodeColumns : before?.edgeColumns) ?? []).map((col) => ({
              value: col.name,
              label: col.name,
            })),
          ]}
          onChange={(chosen) => {
            const next = new Map(to);
            if (chosen === nothing) next.delete(`${of} ${column}`);
            else next.set(`${of} ${column}`, chosen);
            setTo(next);
          }}
        />
      ))}
      <div className="mt-3 flex gap-2">
        <Button look="main" onClick={() => onDone(to)}>
          Use the look
        </Button>
        <Button onClick={() => onDone(undefined)}>Keep mine</Button>
      </div>
    </div>
  );
}
