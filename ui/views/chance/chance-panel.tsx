'use client';
import Papa from 'papaparse';
import { toast } from '@/ui/kit/toast';
import { type ChanceFigure, type ChanceModel, chanceModels, mostDraws, profilesFrom } from '@/core/chance';
import { type FigureValue, type WholeFigure, figureName, plainOptions, wholeFigures } from '@/core/measure';
import { Button, Choose, NumberField, Progress, Trouble, grouped, lasting, sentence, shortNumber } from '@/ui/kit';
import { useShown } from '@/ui/state/shown';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { Costly } from '@/ui/science/costly';
import { useChanceWork } from './use-chance-work';
import { own } from '@/core/own';

/** Whole-network figures, and what chance alone would give: the settings and the list. */
export function ChancePanel() {
  const { model, draws, seed, by, profiles, figures, found } = useWorkbench((state) => state.chance);
  const store = useWorkbenchStore();
  const { net } = useShown();
  const cheap = useWorkbench((state) => state.figures);
  const work = useChanceWork();
  const values: Record<string, FigureValue> = figures?.of === work.of ? { ...cheap, ...figures.values } : cheap;
  const held = found?.of === work.of ? [...found.chance.figures, ...found.shuffled] : [];
  const columns =
    net?.nodeColumns.filter((col) => col.type === 'text' || col.type === 'yesno' || col.type === 'number') ?? [];
  const fault = work.fault ?? work.computing.fault;
  const { draw, ...drawing } = work.drawing;
  return (
    <>
      <Choose
        label="Random networks keep"
        value={model}
        choices={Object.entries(chanceModels).map(([value, { name }]) => ({ value, label: name }))}
        onChange={(next) => store.getState().setChance({ model: next as ChanceModel })}
        help={`${chanceModels[model].words} ${chanceModels[model].source}.`}
      />
      <div className="grid grid-cols-2 gap-3">
        <NumberField
          label="Draws"
          whole
          min={2}
          max={mostDraws}
          value={draws}
          onCommit={(next) => store.getState().setChance({ draws: next })}
        />
        <NumberField label="Seed" whole value={seed} onCommit={(next) => store.getState().setChance({ seed: next })} />
      </div>
      <Choose
        label="Mixing by"
        value={by ?? ''}
        choices={[{ value: '', label: 'no column' }, ...columns.map(({ name }) => ({ value: name, label: name }))]}
        onChange={(next) => store.getState().setChance({ by: next || undefined })}
        help="Held against the same ties with the column’s values shuffled."
      />
      {drawing.share === undefined && (
        <Button look="main" className="mt-3" onClick={draw}>
          Draw {grouped(draws)} random networks
        </Button>
      )}
      <Costly name="Random networks" where="Where they are drawn" {...drawing} />
      {fault && <Trouble>{fault}</Trouble>}
      {found && found.of === work.of && (
        <p className="mt-1.5 text-sm text-quiet">
          {grouped(found.chance.draws)} networks drawn, seed {found.chance.seed}
          {found.chance.switches > 0 && `, ${grouped(found.chance.switches)} switches each`}.
        </p>
      )}
      <h2 className="mt-4 mb-0.5 text-sm font-semibold">Figures</h2>
      <ul>
        {wholeFigures
          .filter(({ key, part }) => part !== 'triads' && key in values)
          .map((figure) => (
            <FigureRow
              key={figure.key}
              model={found?.chance.model ?? model}
              figure={figure}
              value={own(values, figure.key) ?? { value: null }}
              chance={held.find(({ key }) => key === figure.key)}
            />
          ))}
      </ul>
      {work.computing.share !== undefined && (
        <Progress name="Figures" share={work.computing.share} onStop={work.computing.stop} />
      )}
      {figures?.of !== work.of && work.computing.share === undefined && (
        <Button className="mt-2" onClick={() => void work.compute()}>
          Compute the others, {lasting(Math.max(1, work.seconds))}
        </Button>
      )}
      <h2 className="mt-4 mb-1 text-sm font-semibold">Lay over</h2>
      <label className="relative inline-block cursor-pointer rounded-md border border-line bg-panel px-2.5 py-1 font-medium hover:border-quiet focus-within:outline-2">
        Profiles from a file…
        <input
          type="file"
          accept=".csv,.tsv,text/csv"
          className="sr-only"
          aria-label="Profiles of triads from a CSV file"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = '';
            if (!file) return;
            file
              .text()
              .then((text) => {
                const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true });
                const next = profilesFrom(data);
                store.getState().setChance({
                  profiles: [
                    ...store.getState().chance.profiles.filter(({ name }) => !next.some((one) => one.name === name)),
                    ...next,
                  ],
                });
              })
              .catch((error: unknown) => toast.error(sentence(error)));
          }}
        />
      </label>
      {profiles.length > 0 && (
        <Button look="bare" className="ml-2" onClick={() => store.getState().setChance({ profiles: [] })}>
          Take off {profiles.map(({ name }) => name).join(', ')}
        </Button>
      )}
      <p className="mt-1 text-sm text-quiet">A table with 003, 012 … 300 in its first row or column.</p>
    </>
  );
}

function FigureRow({
  figure,
  value,
  chance,
  model,
}: {
  figure: WholeFigure;
  value: FigureValue;
  chance?: ChanceFigure;
  model: ChanceModel;
}) {
  const { net } = useShown();
  const { p, q } = useWorkbench((state) => state.chance);
  const store = useWorkbenchStore();
  const options = { p, q };
  let against = '';
  if (chance?.z !== null && chance?.z !== undefined) against = `z ${chance.z.toFixed(1).replace('-', '−')}`;
  else if (chance?.sd === 0) against = figure.fixedBy?.includes(model) ? 'by construction' : 'never varies';
  return (
    <li className="border-b border-rule">
      <details>
        <summary className="flex cursor-pointer list-none items-baseline justify-between gap-2 py-1 hover:bg-ground">
          <span className="truncate">
            {net ? figureName(figure, net, { ...plainOptions, ...options }) : figure.name}
          </span>
          <span className="shrink-0">
            {value.value === null ? (
              <span className="text-quiet">undefined</span>
            ) : (
              <b className="font-semibold" title={`Exactly ${value.value}`}>
                {shortNumber(value.value)}
              </b>
            )}
            {against && <span className="ml-2 inline-block min-w-14 text-right text-quiet">{against}</span>}
          </span>
        </summary>
        <div className="space-y-1 pb-2 text-sm text-quiet">
          <p>{figure.words}</p>
          {value.why && <p className="text-danger">{value.why}</p>}
          {chance && chance.mean !== null && (
            <p>
              By chance {shortNumber(chance.mean)} ± {shortNumber(chance.sd ?? 0)};{' '}
              {shortNumber(100 * (chance.share ?? 0))} % of the draws at this value or beyond.
            </p>
          )}
          <p>
            {figure.formula} · {figure.source}
          </p>
          <p>Reads {figure.reads}.</p>
          <p>
            High: {figure.high} Low: {figure.low}
          </p>
          <p>{figure.beware}</p>
          {figure.uses && (
            <div className="grid grid-cols-2 gap-3">
              {figure.uses.map((name) => (
                <NumberField
                  key={name}
                  label={`${name}: ties of a node of the ${name === 'p' ? 'first' : 'second'} side`}
                  whole
                  min={1}
                  max={1000}
                  value={options[name]}
                  onCommit={(next) => store.getState().setChance({ [name]: next })}
                />
              ))}
            </div>
          )}
        </div>
      </details>
    </li>
  );
}
