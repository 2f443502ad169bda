'use client';
/** A whole look: kept in the study under a name, from another network of it or from a file, and into one. */
import { ChevronDown } from 'lucide-react';
import { useRef, useState } from 'react';
import { type StyleSettings, plainStyle } from '@/core/style';
import { type Follows, type KeptLook, missingFor, taking } from '@/core/style/follow';
import { lookFile, lookOfStyle, readLook } from '@/core/style/look-file';
import { Button, Menu, TextField, saveFile, sentence } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { useWorkbench } from '@/ui/state/context';
import { useKept } from '@/ui/state/use-kept';
import type { Holdings } from '@/worker/client';
import { Following } from './style-follows';
import { KeptList } from '@/ui/filing/kept-list';
import { Missing } from './style-missing';

type Style = StyleSettings & { follows?: Follows };
/** A look to be used: one that is kept is followed from then on. */
type Wanted = Omit<KeptLook, 'id' | 'version'> & Partial<Pick<KeptLook, 'id' | 'version'>>;

export function Looks({
  style,
  before,
  set,
}: {
  style: Style;
  before: Holdings | undefined;
  set: (style: Partial<Style>) => void;
}) {
  const networks = useWorkbench((state) => state.networks);
  const here = useWorkbench((state) => state.network);
  const kept = useKept();
  const file = useRef<HTMLInputElement>(null);
  const [waiting, setWaiting] = useState<{ look: Wanted; missing: ReturnType<typeof missingFor> } | undefined>();
  const [naming, setNaming] = useState(false);
  const [listed, setListed] = useState(false);
  const has = ({ of, name }: { of: 'nodes' | 'edges'; name: string }): boolean =>
    name === 'weight' ||
    ((of === 'nodes' ? before?.nodeColumns : before?.edgeColumns) ?? []).some((col) => col.name === name);
  const give = (look: Wanted, columns: Follows['columns']): void => {
    const { id = '', version = 1 } = look;
    const taken = taking({ ...look, id, version }, style, columns, has);
    set(look.id === undefined ? { ...taken, follows: undefined } : taken);
  };
  const take = (look: Wanted, columns: Follows['columns'] = []): void => {
    const missing = missingFor(look.style, has, columns);
    if (missing.length) setWaiting({ look, missing });
    else give(look, columns);
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
          ...kept.looks.map((look) => ({ label: look.name, hint: 'kept', onSelect: () => take(look) })),
          { label: 'Keep this look in the study …', onSelect: () => setNaming(true) },
          ...(kept.looks.length ? [{ label: 'Rename or delete kept looks …', onSelect: () => setListed(true) }] : []),
          null,
          ...others.map((one) => ({ label: `As in “${one.name}”`, onSelect: () => take(one) })),
          {
            label: 'All alike',
            onSelect: () => set({ ...plainStyle, byHand: style.byHand, follows: undefined }),
          },
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
      {naming && (
        <div className="mt-2" ref={(node) => node?.querySelector('input')?.focus()}>
          <TextField
            label="Name of the look"
            value=""
            onCommit={(name) => {
              setNaming(false);
              void kept.create('look', name, lookOfStyle(style)).then((row) => {
                if (row?.kind !== 'look') return;
                give({ ...row, style: row.value }, []);
                toast(`The look “${row.name}” is kept in the study. Other networks can use it.`);
              });
            }}
          />
        </div>
      )}
      {style.follows && kept.rows && (
        <Following style={style} follows={style.follows} kept={kept} set={set} take={take} />
      )}
      {listed && <KeptList title="Kept looks" kept={kept} rows={kept.looks} onClose={() => setListed(false)} />}
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
            .then((text) => take(readLook(text)))
            .catch((error: unknown) => toast.error(sentence(error)));
        }}
      />
      {waiting && (
        <Missing
          name={waiting.look.name}
          missing={waiting.missing}
          before={before}
          onDone={(columns) => {
            setWaiting(undefined);
            if (!columns) return;
            const told = style.follows?.id === waiting.look.id ? (style.follows?.columns ?? []) : [];
            give(waiting.look, [...told, ...columns]);
          }}
        />
      )}
    </>
  );
}
