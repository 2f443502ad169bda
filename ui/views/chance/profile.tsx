'use client';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { type ChanceFigure, type Profile, significanceProfile } from '@/core/chance';
import { triadNames } from '@/core/measure';
import { ChartAway, numbersColumn, textsColumn } from '@/ui/kit/chart-away';
import { Triad } from './triad';

const colours = ['#C9772B', '#8A5A9E', '#6B8E3D', '#B8475A', '#7A7F35'];

/** The profile of triads: z scaled to length 1, with profiles from files laid over it, and the drawings under it. */
export function ProfileChart({
  figures,
  profiles,
}: {
  figures: readonly ChanceFigure[];
  profiles: readonly Profile[];
}) {
  const own = significanceProfile(figures);
  const rows = triadNames.map((name, i) => ({
    name,
    own: own[i]?.value ?? null,
    ...Object.fromEntries(profiles.map(({ values }, p) => [`other${p}`, Number.isNaN(values[i]) ? null : values[i]])),
  }));
  const beyond = new Set(figures.filter(({ z }) => z !== null && Math.abs(z) >= 2).map(({ key }) => key.slice(6)));
  return (
    <figure className="mt-2" aria-label="Profile of triads">
      <div className="flex justify-end gap-4 pr-4 text-xs font-semibold">
        <span className="text-accent">— this network</span>
        {profiles.map(({ name }, p) => (
          <span key={name} style={{ color: `color-mix(in srgb, ${colours[p % colours.length]} 72%, var(--ink))` }}>
            - - {name}
          </span>
        ))}
      </div>
      <ChartAway
        name="Profile of triads"
        numbers={() => [
          textsColumn('triad', [...triadNames]),
          numbersColumn(
            'this network',
            rows.map(({ own: value }) => value),
          ),
          ...profiles.map((one) =>
            numbersColumn(
              one.name,
              triadNames.map((_, i) => one.values[i]),
            ),
          ),
        ]}
      >
        <div className="h-[190px]">
          <ResponsiveContainer width="100%" height="100%" minWidth={200} initialDimension={{ width: 640, height: 190 }}>
            <LineChart data={rows} margin={{ top: 8, right: 12, bottom: 0, left: -24 }}>
              <CartesianGrid vertical={false} stroke="var(--rule)" />
              <ReferenceArea y1={-0.1} y2={0.1} fill="var(--trail-ground)" fillOpacity={0.7} />
              <ReferenceLine y={0} stroke="var(--quiet)" />
              <XAxis
                dataKey="name"
                padding={{ left: 18, right: 18 }}
                interval={0}
                tick={{ fontSize: 10.5, fill: 'var(--ink)' }}
                tickLine={false}
                axisLine={false}
              />
              <YAxis
                domain={[-1, 1]}
                ticks={[-1, -0.5, 0, 0.5, 1]}
                tick={{ fontSize: 10.5, fill: 'var(--quiet)' }}
                tickLine={false}
                axisLine={false}
              />
              {profiles.map(({ name }, p) => (
                <Line
                  key={name}
                  dataKey={`other${p}`}
                  stroke={colours[p % colours.length]}
                  strokeDasharray="5 4"
                  dot={false}
                  isAnimationActive={false}
                />
              ))}
              <Line
                dataKey="own"
                stroke="var(--accent)"
                strokeWidth={2}
                isAnimationActive={false}
                dot={({
                  cx,
                  cy,
                  payload,
                }: {
                  cx?: number;
                  cy?: number;
                  payload?: { name: string; own: number | null };
                }) => (
                  <circle
                    key={payload?.name}
                    cx={cx}
                    cy={cy}
                    r={payload === undefined || payload.own === null ? 0 : beyond.has(payload.name) ? 5 : 3}
                    fill={beyond.has(payload?.name ?? '') ? 'var(--accent)' : 'var(--paper)'}
                    stroke="var(--accent)"
                    strokeWidth={payload?.own === null ? 0 : 1.5}
                  />
                )}
              />
            </LineChart>
          </ResponsiveContainer>
        </div>
      </ChartAway>
      <div className="flex pr-3 pl-9">
        {triadNames.map((name) => (
          <span key={name} className="flex grow basis-0 justify-center">
            <Triad name={name} width={30} />
          </span>
        ))}
      </div>
      <figcaption className="mt-1 text-sm text-quiet">
        z of each kind, all scaled to length 1. Filled points lie two standard deviations or more from chance; kinds
        that chance always gives alike have no point.
      </figcaption>
    </figure>
  );
}
