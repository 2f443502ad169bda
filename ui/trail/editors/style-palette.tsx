'use client';
/** The choice of a palette: those that come with the application, those kept in the study, and colours of one's own. */
import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { amountPalettes, categoryPalettes, otherColour } from '@/core/style';
import { own } from '@/core/own';
import type { SettingField } from '@/core/settings';
import { Button, Choose, TextField } from '@/ui/kit';
import type { Change } from '@/ui/kit/settings-form';
import { toast } from '@/ui/kit/toast';
import { useKept } from '@/ui/state/use-kept';
import { KeptList } from '@/ui/filing/kept-list';

type Palette = Extract<SettingField, { kind: 'palette' }>;

const ownColours = 'own colours';
const fewest = 2;
const most = 60;

/** What one's own colours begin with: those of the palette that was chosen before. */
function begun(of: Palette['of'], name: string): string[] {
  if (of === 'category')
    return own<readonly string[]>(categoryPalettes, name)?.slice(0, 8) ?? [otherColour, otherColour];
  const ramp = own(amountPalettes, name) ?? amountPalettes.glacier;
  return [0, 0.5, 1].map(ramp);
}

/** Colours in a text, in their order: any kind of list with #rrggbb in it. */
const coloursIn = (text: string): string[] => (text.match(/#[0-9a-f]{6}\b/gi) ?? []).slice(0, most);

export function PaletteField({
  field: { key, title, of, choices },
  values,
  onChange,
}: {
  field: Palette;
  values: Readonly<Record<string, unknown>>;
  onChange: Change;
}) {
  const kept = useKept();
  const [listed, setListed] = useState(false);
  const name = (own(values, key) as string | undefined) ?? choices[0].value;
  const colours = own(values, 'own') as readonly string[] | undefined;
  const same = kept.palettes.find((one) => colours?.join() === one.colours.join());
  return (
    <>
      <Choose
        label={title}
        value={same ? `kept ${same.id}` : colours ? ownColours : name}
        choices={[
          ...choices,
          ...kept.palettes.map((one) => ({ value: `kept ${one.id}`, label: `“${one.name}”` })),
          { value: ownColours, label: ownColours },
        ]}
        onChange={(chosen) => {
          const found = kept.palettes.find(({ id }) => chosen === `kept ${id}`);
          if (found) onChange({ own: [...found.colours] });
          else if (chosen === ownColours) onChange({ own: begun(of, name) });
          else onChange({ [key]: chosen, own: undefined });
        }}
      />
      {colours && (
        <OwnColours
          colours={colours}
          onChange={(next, merge) => onChange({ own: next }, merge)}
          onKeep={
            same
              ? undefined
              : (called) =>
                  void kept
                    .create('palette', called, colours)
                    .then((row) => row && toast(`The palette “${row.name}” is kept in the study.`))
          }
          onList={kept.palettes.length ? () => setListed(true) : undefined}
        />
      )}
      {listed && <KeptList title="Kept palettes" kept={kept} rows={kept.palettes} onClose={() => setListed(false)} />}
    </>
  );
}

function OwnColours({
  colours,
  onChange,
  onKeep,
  onList,
}: {
  colours: readonly string[];
  onChange: (colours: string[], merge?: string) => void;
  onKeep: ((name: string) => void) | undefined;
  onList: (() => void) | undefined;
}) {
  return (
    <div
      className="order-last col-span-2 mt-2 rounded-md border border-line bg-ground p-2"
      role="group"
      aria-label="Own colours"
    >
      <div className="flex flex-wrap items-center gap-1">
        {colours.map((colour, i) => (
          <input
            key={i}
            type="color"
            aria-label={`Colour ${i + 1}`}
            value={colour}
            onChange={(event) =>
              onChange(
                colours.map((one, k) => (k === i ? event.target.value : one)),
                `own ${i}`,
              )
            }
            className="size-5 cursor-pointer rounded border border-line bg-panel"
          />
        ))}
        <button
          type="button"
          aria-label="One colour more"
          disabled={colours.length >= most}
          className="p-1 disabled:opacity-45"
          onClick={() => onChange([...colours, colours[colours.length - 1]])}
        >
          <Plus size={14} aria-hidden />
        </button>
        <button
          type="button"
          aria-label="One colour less"
          disabled={colours.length <= fewest}
          className="p-1 disabled:opacity-45"
          onClick={() => onChange(colours.slice(0, -1))}
        >
          <Minus size={14} aria-hidden />
        </button>
      </div>
      <TextField
        label="As a list"
        value={colours.join(' ')}
        onCommit={(text) => {
          const read = coloursIn(text);
          if (read.length >= fewest) onChange(read);
          else toast.error('A palette has two to sixty colours, each written #rrggbb.');
        }}
      />
      {onKeep && <TextField label="Keep in the study as" placeholder="Name" value="" onCommit={onKeep} />}
      {onList && (
        <Button className="mt-2" onClick={onList}>
          Rename or delete kept palettes
        </Button>
      )}
    </div>
  );
}
