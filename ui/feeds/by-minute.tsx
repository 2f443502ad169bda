'use client';
/** Messages a minute, with the times at which the line was lost. */
import { memo } from 'react';
import { Bar, BarChart, ResponsiveContainer, Tooltip, XAxis } from 'recharts';
import type { FeedPast } from '@/server/feeds';
import { counted } from '@/ui/kit';

const shown = 60;
const least = 30;
const minute = 60_000;

export interface Minute {
  at: number;
  messages: number;
  /** Height of the mark of a lost line; 0 where there was none. */
  lost: number;
}

/** The last minutes, those without a message among them. */
export function minutesOf({ minutes, cuts }: FeedPast, now: number): Minute[] {
  const held = new Map(minutes.map((one) => [Date.parse(one.minute), one.messages]));
  const last = Math.floor(now / minute) * minute;
  const first = Math.max(last - (shown - 1) * minute, Math.min(...held.keys(), last - (least - 1) * minute));
  const most = Math.max(1, ...minutes.map(({ messages }) => messages));
  return Array.from({ length: Math.round((last - first) / minute) + 1 }, (_, i) => {
    const at = first + i * minute;
    const lost = cuts.some(
      ({ from, until }) => Date.parse(from) < at + minute && (until === null ? now : Date.parse(until)) >= at,
    );
    return { at, messages: held.get(at) ?? 0, lost: lost ? most * 0.04 : 0 };
  });
}

export const clock = (at: number): string =>
  new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

const lasted = (seconds: number): string =>
  seconds < 120 ? `${Math.max(1, Math.round(seconds))} s` : `${Math.round(seconds / 60)} minutes`;

/** The last time the line was lost, in words. */
export function cutWords({ cuts }: FeedPast, now: number): string | undefined {
  if (!cuts.length) return undefined;
  const [{ from, until, why, fetched, gap }] = cuts;
  const seconds = ((until === null ? now : Date.parse(until)) - Date.parse(from)) / 1000;
  if (until === null) return `${why} No line for ${lasted(seconds)}.`;
  if (gap) return `${clock(Date.parse(from))}: messages are missing that the source did not keep.`;
  if (seconds < 1) return `${clock(Date.parse(from))}: ${why} ${counted(fetched, 'message')} fetched after.`;
  return `${clock(Date.parse(from))}: line lost ${lasted(seconds)}, ${counted(fetched, 'message')} fetched after`;
}

/** @param past With the time at which it was so. Drawn when it is told anew, and not with each message. */
export const ByMinute = memo(function ByMinute({ past }: { past: FeedPast & { at: number } }) {
  const data = minutesOf(past, past.at);
  const words = cutWords(past, past.at);
  const total = data.reduce((sum, one) => sum + one.messages, 0);
  return (
    <div className="shrink-0 px-4 pb-3">
      <div
        className="h-14"
        role="img"
        aria-label={`Messages a minute: ${total} in the last ${counted(data.length, 'minute')}, most ${Math.max(0, ...data.map((one) => one.messages))}`}
      >
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 600, height: 56 }}>
          <BarChart data={data} barCategoryGap={1} margin={{ top: 2, right: 0, bottom: 0, left: 0 }}>
            <XAxis dataKey="at" hide />
            <Tooltip
              cursor={{ fill: 'var(--tint)' }}
              isAnimationActive={false}
              content={({ payload }) => {
                const one = payload[0]?.payload as Minute | undefined;
                return one ? (
                  <p className="rounded-md border border-line bg-panel px-2 py-1 text-sm">
                    {clock(one.at)}: {counted(one.messages, 'message')}
                    {one.lost > 0 && ', line lost'}
                  </p>
                ) : null;
              }}
            />
            <Bar dataKey="lost" stackId="one" fill="var(--danger)" isAnimationActive={false} />
            <Bar dataKey="messages" stackId="one" fill="var(--rise)" isAnimationActive={false} />
          </BarChart>
        </ResponsiveContainer>
      </div>
      <p className="flex justify-between gap-4 text-sm text-quiet">
        <span>{data.length > 0 && clock(data[0].at)}</span>
        {words !== undefined && <span className="text-danger">{words}</span>}
        <span>messages a minute</span>
      </p>
    </div>
  );
});
