'use client';
import { mostEach, type PartOf } from '@/core/figure/plan';
import { columnTitle } from '@/core/measure';
import { Button, Choose, Slide, TextField } from '@/ui/kit';
import { useFigure, useFigureStore } from '../context';
import { NetworkChoice, useColumns } from './network-choice';
import { TextArea } from './text';

/** A column of nodes or ties as a choice: whose it is, then its name. */
const keyOf = (of: string, name: string): string => `${of} ${name}`;
const columnOf = (key: string): { of: 'nodes' | 'edges'; column: string } => ({
  of: key.startsWith('edges ') ? 'edges' : 'nodes',
  column: key.slice(6),
});

export function MapEditor({ part }: { part: PartOf<'map'> }) {
  const store = useFigureStore();
  const parts = useFigure((state) => state.figure.parts);
  const networks = useFigure((state) => state.networks);
  const set = (to: Partial<PartOf<'map'>>, join?: string): void => store.getState().part(part.id, to, join);
  const called = (network: string): string => networks.find(({ id }) => id === network)?.name ?? 'a network';
  const columns = [
    ...useColumns(part.network, 'nodes').map((col) => ({ ...col, of: 'nodes' })),
    ...useColumns(part.network, 'edges').map((col) => ({ ...col, of: 'edges' })),
  ].filter(({ type, values }) => type === 'yesno' || type === 'number' || (type === 'text' && values <= 500));
  const choices = columns.map(({ of, name }) => ({
    value: keyOf(of, name),
    label: `${columnTitle(name)}, of ${of === 'nodes' ? 'nodes' : 'ties'}`,
  }));
  const others = parts.filter((one): one is PartOf<'map'> => one.kind === 'map' && one.id !== part.id);
  return (
    <>
      <NetworkChoice
        value={part.network}
        onChange={(network) => set({ network, only: undefined, each: undefined, camera: undefined })}
      />
      <TextField
        label="Title over the map"
        value={part.title}
        placeholder="none"
        onCommit={(title) => set({ title: title.slice(0, 500) })}
      />
      <Choose
        label="Shows"
        value={part.each ? 'each' : part.only ? 'only' : 'all'}
        choices={[
          { value: 'all', label: 'the whole network' },
          { value: 'only', label: 'only some of it' },
          { value: 'each', label: `a map for each value, up to ${mostEach}` },
        ]}
        onChange={(way) => {
          const first =
            choices[0] && columnOf((choices.find(({ value }) => value.endsWith(' group')) ?? choices[0]).value);
          if (way === 'all') set({ only: undefined, each: undefined });
          else if (first && way === 'only') set({ only: { ...first, values: [] }, each: undefined });
          else if (first) set({ each: first, only: undefined });
        }}
      />
      {part.each && (
        <Choose
          label="For each value of"
          value={keyOf(part.each.of, part.each.column)}
          choices={choices}
          onChange={(key) => set({ each: columnOf(key) })}
        />
      )}
      {part.only && (
        <>
          <Choose
            label="By"
            value={keyOf(part.only.of, part.only.column)}
            choices={choices}
            onChange={(key) => set({ only: { ...columnOf(key), values: [] } })}
          />
          <TextArea
            label="Values, one in a line"
            value={part.only.values.join('\n')}
            onCommit={(text) =>
              part.only &&
              set({
                only: {
                  ...part.only,
                  values: text
                    .split('\n')
                    .map((one) => one.trim())
                    .filter(Boolean)
                    .slice(0, 500),
                },
              })
            }
          />
        </>
      )}
      {(part.each ?? part.only) && (
        <Choose
          label="All else"
          value={part.others}
          choices={[
            { value: 'faint', label: 'is faint' },
            { value: 'out', label: 'is left out' },
          ]}
          onChange={(way) => set({ others: way as 'faint' | 'out' })}
        />
      )}
      {others.length > 0 && (
        <Choose
          label="Places and scale"
          value={others.some(({ id }) => id === part.places) ? (part.places ?? '') : 'own'}
          choices={[
            { value: 'own', label: 'its own' },
            ...others.map((one) => ({
              value: one.id,
              label: `those of the map of ${one.title || called(one.network)}`,
            })),
          ]}
          onChange={(places) => set({ places: places === 'own' ? undefined : places })}
        />
      )}
      <Slide
        label="Letters on the map"
        value={part.letters}
        min={0.3}
        max={2}
        step={0.05}
        show={(value) => `${Math.round(100 * value)} %`}
        onChange={(letters) => set({ letters }, 'letters')}
      />
      {others.length > 0 && (
        <Slide
          label="Height over that of others"
          value={part.share}
          min={0.2}
          max={3}
          step={0.1}
          onChange={(share) => set({ share }, 'share')}
        />
      )}
      <p className="mt-3 text-sm text-quiet">Drag the map on the page to move it; the wheel brings it closer.</p>
      <Button className="mt-1" disabled={!part.camera} onClick={() => set({ camera: undefined })}>
        Show the whole
      </Button>
    </>
  );
}
