'use client';
/** Where the looks of the selected nodes, or of one edge, come from, and setting them by hand. */
import { useState } from 'react';
import type { Network } from '@/core/graph';
import type { ChannelName } from '@/core/style';
import { LookForm } from '@/ui/trail/editors/style-look';
import { type Chosen, useByHand } from './by-hand';

export function LooksReading({ net, chosen }: { net: Network; chosen: Chosen }) {
  const [open, setOpen] = useState<ChannelName | undefined>();
  const { lines } = useByHand(net, chosen);
  if (!lines.length) return null;
  return (
    <details className="mt-4 border-t border-line pt-2">
      <summary className="cursor-pointer font-semibold">How it looks</summary>
      <ul>
        {lines.map(({ key, title, look, words, byHand, value, give, back }) => (
          <li key={key} className="border-b border-rule py-1">
            <div className="flex items-baseline justify-between gap-2">
              <span>{title}</span>
              <span className="min-w-0 truncate text-right text-quiet">{words}</span>
            </div>
            <div className="flex gap-3 text-sm font-semibold text-accent">
              <button
                type="button"
                aria-expanded={open === key}
                aria-label={`Set ${title} by hand`}
                onClick={() => {
                  if (open !== key && !byHand) give(value);
                  setOpen(open === key ? undefined : key);
                }}
              >
                {open === key ? 'Close' : 'Set by hand'}
              </button>
              {byHand && (
                <button
                  type="button"
                  aria-label={`${title}: back to the rule`}
                  onClick={() => {
                    back();
                    setOpen(undefined);
                  }}
                >
                  Back to the rule
                </button>
              )}
            </div>
            {open === key && <LookForm look={look} value={value} onChange={give} />}
          </li>
        ))}
      </ul>
    </details>
  );
}
