'use client';
import { type ChanceFigure, chanceModels } from '@/core/chance';
import { type TriadName, wholeFigures } from '@/core/measure';
import { csv } from '@/core/formats';
import { Button, counted, grouped, saveFile, shortNumber } from '@/ui/kit';
import { useWorkbench } from '@/ui/state/context';
import { ChancePanel } from './chance-panel';
import { ProfileChart } from './profile';
import { Spread } from './spread';
import { Triad } from './triad';
import { networkKey } from './use-chance-work';

/** Figures and triads of the network against random ones. */
export function ChanceView() {
  const { found, by, p, q, profiles } = useWorkbench((state) => state.chance);
  const network = useWorkbench((state) => state.network);
  const trail = useWorkbench((state) => state.trail);
  const step = useWorkbench((state) => state.step);
  const lists = useWorkbench((state) => state.lists);
  const inEditor = !lists && trail.steps.find(({ id }) => id === step)?.kind === 'measure';
  const fresh = found?.of === `${networkKey(network.id, trail)} ${by ?? ''} ${p} ${q}`;
  const chance = fresh ? found.chance : undefined;
  const figures = chance ? [...chance.figures, ...(found?.shuffled ?? [])] : [];
  const triads = figures.filter(({ key }) => key.startsWith('triad_'));
  const rest = figures.filter(({ key, sd }) => !key.startsWith('triad_') && sd !== 0);
  return (
    <div className="min-h-0 grow overflow-auto bg-paper px-5 pt-14 pb-8">
      <div className="mx-auto max-w-3xl">
        {!inEditor && (
          <section
            aria-label="Whole-network figures"
            className="mb-6 max-w-md rounded-lg border border-line bg-panel px-4 py-3"
          >
            <h2 className="font-serif text-lg font-semibold">The whole network, and chance</h2>
            <p className="text-sm text-quiet">Whole-network figures, and what chance alone would give.</p>
            <ChancePanel />
          </section>
        )}
        {!chance && (
          <p className="text-quiet">
            {found && !fresh
              ? 'The network has changed since the last draws. Draw again to compare it as it is now.'
              : 'Draw random networks to see which figures chance alone would give, and which kinds of triads stand out.'}
          </p>
        )}
        {chance && (
          <>
            <div className="flex items-start justify-between gap-4">
              <div>
                <h2 className="font-serif text-lg font-semibold">Triads against chance</h2>
                <p className="text-sm text-quiet">
                  {grouped(chance.draws)} random networks that keep {chanceModels[chance.model].name}, of{' '}
                  {counted(chance.nodes, 'node')} and {counted(chance.ties, 'tie')}; loops and parallel ties left out.
                  Above the line: more often than chance; below: less often.
                </p>
              </div>
              <Button
                onClick={() =>
                  saveFile(
                    new Blob([csv(asTable(figures))], { type: 'text/csv' }),
                    `${network.name} against chance.csv`,
                  )
                }
              >
                As CSV
              </Button>
            </div>
            <ProfileChart figures={triads} profiles={profiles} />
            <ChanceTable
              title="Class"
              figures={[...triads].sort(
                (a, b) =>
                  Math.abs(b.z ?? (b.sd === 0 && b.observed !== b.mean ? 1e9 : -1)) -
                  Math.abs(a.z ?? (a.sd === 0 && a.observed !== a.mean ? 1e9 : -1)),
              )}
            />
            <h2 className="mt-6 font-serif text-lg font-semibold">Figures against chance</h2>
            <p className="text-sm text-quiet">What the random networks keep by their making is left out.</p>
            <ChanceTable title="Figure" figures={rest} />
          </>
        )}
      </div>
    </div>
  );
}

const nameOf = (key: string): string => wholeFigures.find((one) => one.key === key)?.name ?? key;

function ChanceTable({ title, figures }: { title: string; figures: readonly ChanceFigure[] }) {
  return (
    <table className="mt-2 w-full border-collapse">
      <caption className="sr-only">{title} against chance</caption>
      <thead>
        <tr className="border-b border-line text-left text-sm text-quiet">
          <th scope="col" className="py-1 font-medium">
            {title}
          </th>
          <th scope="col" className="px-2 py-1 text-right font-medium">
            here
          </th>
          <th scope="col" className="px-2 py-1 text-right font-medium">
            by chance
          </th>
          <th scope="col" className="px-2 py-1 text-right font-medium">
            z
          </th>
          <th scope="col" className="px-2 py-1 text-right font-medium">
            at or beyond
          </th>
          <th scope="col" className="w-[200px] py-1 pl-3 font-medium">
            draws
          </th>
        </tr>
      </thead>
      <tbody>
        {figures.map(({ key, observed, mean, sd, z, share, draws, why }) => (
          <tr key={key} className="border-b border-rule">
            <th scope="row" className="py-1 font-semibold">
              <span className="flex items-center gap-3">
                {key.startsWith('triad_') && <Triad name={key.slice(6) as TriadName} />}
                {key.startsWith('triad_') ? key.slice(6) : nameOf(key)}
              </span>
            </th>
            <td className="px-2 text-right font-semibold" title={String(observed ?? why ?? '')}>
              {observed === null ? 'undefined' : shortNumber(observed)}
            </td>
            <td className="px-2 text-right" title={`${mean} ± ${sd}`}>
              {mean === null ? '' : `${brief(mean)} ± ${brief(sd ?? 0)}`}
            </td>
            <td className="px-2 text-right font-semibold" title={z === null ? undefined : String(z)}>
              {z === null ? (
                <span className="font-normal text-quiet">{unvaried(observed, mean, sd)}</span>
              ) : (
                z.toFixed(1).replace('-', '−')
              )}
            </td>
            <td className="px-2 text-right text-quiet">
              {share === null ? '' : share === 0 ? 'none' : `${shortNumber(100 * share)} %`}
            </td>
            <td className="pl-3">
              <Spread draws={draws} observed={observed} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Why there is no z. */
function unvaried(observed: number | null, mean: number | null, sd: number | null): string {
  if (observed === null || mean === null || sd !== 0) return '';
  if (Math.abs(observed - mean) < 1e-9 * Math.max(1, Math.abs(mean))) return 'always so';
  return mean === 0 ? 'never drawn' : 'never so';
}

const brief = (value: number): string =>
  shortNumber(Math.abs(value) >= 100 ? Math.round(value) : Number(value.toPrecision(3)));

function asTable(figures: readonly ChanceFigure[]): Parameters<typeof csv>[0] {
  const number = (name: string, of: (figure: ChanceFigure) => number | null) => ({
    type: 'number' as const,
    name,
    values: Float64Array.from(figures, (figure) => of(figure) ?? NaN),
  });
  return [
    { type: 'text', name: 'figure', codes: Int32Array.from(figures.keys()), dictionary: figures.map(({ key }) => key) },
    number('observed', ({ observed }) => observed),
    number('mean', ({ mean }) => mean),
    number('sd', ({ sd }) => sd),
    number('z', ({ z }) => z),
    number('share_at_or_beyond', ({ share }) => share),
  ];
}
