/** All kinds of parts, in the order in which they are offered. */
import type { AnyPart, PartKind } from '../part';
import { crossPart } from './cross';
import { legendPart } from './legend';
import { mapPart } from './map';
import { methodPart } from './method';
import { rankingPart } from './ranking';
import { spreadPart } from './spread';
import { captionPart, creditPart, subtitlePart, titlePart } from './text';
import { triadsPart } from './triads';

export const partKinds = {
  title: titlePart,
  subtitle: subtitlePart,
  map: mapPart,
  legend: legendPart,
  caption: captionPart,
  method: methodPart,
  credit: creditPart,
  ranking: rankingPart,
  spread: spreadPart,
  triads: triadsPart,
  cross: crossPart,
};
export type KindOfPart = keyof typeof partKinds;

export const kindOfPart = ({ kind }: { kind: KindOfPart }): PartKind<AnyPart> => partKinds[kind];
