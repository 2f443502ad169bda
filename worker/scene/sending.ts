/** What travels from the page to the thread that draws: of a scene only what changed since the last time, and none of what is written over it. */
import type { Scene } from '@/core/scene';
import { type Difference, difference, handedOver, merged } from '../parcel';

/** What is written over the drawing, by the page itself. */
type Written = 'labels' | 'labelText' | 'edgeLabel' | 'guides';
type Bare = Omit<Scene, Written>;

export interface SceneNews {
  nodes: number;
  /** Whether it builds on nothing before. */
  whole: boolean;
  bare: Difference<Bare>;
}

function bare({ labels: _names, labelText: _texts, edgeLabel: _words, guides: _lines, ...rest }: Scene): Bare {
  return rest;
}

const same = (a: unknown, b: unknown): boolean => a === b;

/** What of `now` the thread does not have, given what it was sent before, and the memory that can be handed over with it. */
export function newsOf(now: Scene, before: Scene | undefined): { news: SceneNews; memory: ArrayBuffer[] } {
  const { copy, memory, texts } = handedOver(difference(bare(now), before && bare(before), same));
  if (texts.length) throw new Error('texts are not for the thread that draws');
  return { news: { nodes: now.labels.length, whole: before === undefined, bare: copy }, memory };
}

/** The scene as the thread that draws has it: its nodes have no names there. */
export function taken({ nodes, whole, bare: changes }: SceneNews, before: Scene | undefined): Scene {
  return { ...merged<Bare>(whole ? undefined : before && bare(before), changes), labels: new Array<string>(nodes) };
}
