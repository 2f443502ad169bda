'use client';
/** The looks of selected nodes, or of one edge: where each comes from, and setting it by hand. */
import { useMemo } from 'react';
import { own } from '@/core/own';
import { type Network, edgeIdOf, edgeKey } from '@/core/graph';
import { type ChannelName, settingWords, sourceOf } from '@/core/style';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { forms } from '@/ui/trail/editors/style-forms';
import { firstLook } from '@/ui/trail/editors/style-look';

export type Chosen = { nodes: readonly number[] } | { edge: number };

export interface HandLine {
  key: ChannelName;
  title: string;
  look: NonNullable<(typeof forms)[number]['look']>;
  /** Where the look comes from. */
  words: string;
  byHand: boolean;
  /** What is set by hand, or what that would begin with. */
  value: unknown;
  give(value: unknown, merge?: string): void;
  back(): void;
}

/** A line for each look that can be set by hand, none where no Style step stands in the trail; and the way back to the rules for all of them. */
export function useByHand(net: Network, chosen: Chosen): { lines: HandLine[]; allBack(): void } {
  const style = useWorkbench(({ trail }) => trail.steps.findLast(({ kind, on }) => kind === 'style' && on));
  const store = useWorkbenchStore();
  const of = 'edge' in chosen ? 'edges' : 'nodes';
  return useMemo(() => {
    if (style?.kind !== 'style') return { lines: [], allBack: () => undefined };
    const names = 'edge' in chosen ? [edgeKey(edgeIdOf(net, chosen.edge))] : chosen.nodes.map((v) => net.ids[v]);
    const place = 'edge' in chosen ? chosen.edge : chosen.nodes[0];
    const without = (held: Record<string, unknown> = {}): Record<string, unknown> =>
      Object.fromEntries(Object.entries(held).filter(([name]) => !names.includes(name)));
    const lines = forms.flatMap(({ key, title, look, whose }): HandLine[] => {
      if (look?.of !== of) return [];
      const source = sourceOf(net, key, style, place, names[0]);
      const held = style.byHand[key] ?? {};
      const write = (next: Record<string, unknown>, merge?: string): void => {
        const { [key]: _before, ...others } = style.byHand;
        const byHand = Object.keys(next).length ? { ...others, [key]: next } : others;
        store.getState().setStep(style.id, { byHand }, merge);
      };
      const set = own(held, names[0]);
      return [
        {
          key,
          title: whose === 'labels' ? `Label: ${title.toLowerCase()}` : title,
          look,
          words:
            source.from === 'hand'
              ? 'by hand'
              : source.from === 'rule'
                ? `rule ${source.number}`
                : settingWords(key, { ...style, rules: {} }),
          byHand: names.some((name) => own(held, name) !== undefined),
          value: set ?? firstLook(look),
          give: (value, merge) =>
            write({ ...held, ...Object.fromEntries(names.map((name) => [name, value])) }, merge && `${key} ${merge}`),
          back: () => write(without(held)),
        },
      ];
    });
    const allBack = (): void => {
      const left = lines.flatMap(({ key }) => (style.byHand[key] ? [[key, without(style.byHand[key])] as const] : []));
      const byHand = { ...style.byHand, ...Object.fromEntries(left) };
      const filled = Object.entries(byHand).filter(([, held]) => Object.keys(held).length);
      store.getState().setStep(style.id, { byHand: Object.fromEntries(filled) });
    };
    return { lines, allBack };
  }, [chosen, net, of, store, style]);
}
