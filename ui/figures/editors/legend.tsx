'use client';
import type { PartOf } from '@/core/figure/plan';
import { Choose, NumberField, TextField, Toggle } from '@/ui/kit';
import { useFigure, useFigureStore } from '../context';
import { PointsField } from './points';

export function LegendEditor({ part }: { part: PartOf<'legend'> }) {
  const store = useFigureStore();
  const legend = useFigure((state) => state.drawn?.legends.find((one) => one.part === part.id));
  const parts = useFigure((state) => state.figure.parts);
  const maps = parts.filter((one): one is PartOf<'map'> => one.kind === 'map');
  const networks = useFigure((state) => state.networks);
  const set = (to: Partial<PartOf<'legend'>>): void => store.getState().part(part.id, to);
  const says = (was: string): string => part.words.find((one) => one.was === was)?.says ?? was;
  return (
    <>
      {maps.length > 1 && (
        <Choose
          label="Of the map"
          value={part.map ?? maps[0].id}
          choices={maps.map((map) => ({
            value: map.id,
            label: map.title || (networks.find(({ id }) => id === map.network)?.name ?? map.id),
          }))}
          onChange={(map) => set({ map })}
        />
      )}
      {legend?.lines.map(({ line, title }) => (
        <Toggle
          key={line}
          label={title || 'a line without a title'}
          checked={!part.without.includes(line)}
          onChange={(on) => set({ without: on ? part.without.filter((one) => one !== line) : [...part.without, line] })}
        />
      ))}
      <NumberField
        label="Rows before another column"
        whole
        min={1}
        max={40}
        value={part.rows}
        onCommit={(rows) => set({ rows })}
      />
      <PointsField label="Letters" value={part.size} onChange={(size) => set({ size })} />
      {legend && (
        <details className="mt-3">
          <summary className="cursor-pointer font-semibold">Its words</summary>
          {legend.words.map((was) => (
            <div key={was} className="mt-1 flex items-center gap-2">
              <span title={was} className="w-[76px] shrink-0 truncate text-sm text-quiet">
                {was}
              </span>
              <TextField
                label={`${was} in words`}
                compact
                value={says(was)}
                onCommit={(text) =>
                  set({
                    words: [
                      ...part.words.filter((one) => one.was !== was),
                      ...(text === was ? [] : [{ was, says: text.slice(0, 500) }]),
                    ],
                  })
                }
              />
            </div>
          ))}
        </details>
      )}
    </>
  );
}
