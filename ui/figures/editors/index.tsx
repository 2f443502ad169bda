'use client';
/** The settings of a part, by its kind. */
import type { ComponentType } from 'react';
import { type FigurePart, type KindOfPart, type PartOf, partKinds } from '@/core/figure/plan';
import { Toggle } from '@/ui/kit';
import { useFigure, useFigureStore } from '../context';
import { CrossEditor, RankingEditor, SpreadEditor, TriadsEditor } from './charts';
import { LegendEditor } from './legend';
import { MapEditor } from './map';
import { MethodEditor } from './method';
import { TextEditor } from './text';

const editors: { [K in KindOfPart]: ComponentType<{ part: PartOf<K> }> } = {
  title: TextEditor,
  subtitle: TextEditor,
  caption: TextEditor,
  credit: TextEditor,
  map: MapEditor,
  legend: LegendEditor,
  method: MethodEditor,
  ranking: RankingEditor,
  spread: SpreadEditor,
  triads: TriadsEditor,
  cross: CrossEditor,
};

export function PartEditor({ part }: { part: FigurePart }) {
  const Editor = editors[part.kind] as ComponentType<{ part: FigurePart }>;
  const store = useFigureStore();
  const first = useFigure((state) => state.figure.parts[0]?.id === part.id);
  return (
    <>
      <p className="text-sm text-quiet">{partKinds[part.kind].help}</p>
      <Editor part={part} />
      {!first && (
        <Toggle
          label="Beside the part before it"
          checked={part.beside}
          onChange={(beside) => store.getState().part(part.id, { beside })}
        />
      )}
    </>
  );
}
