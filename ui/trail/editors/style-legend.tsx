'use client';
/** The legend in words and an order of one's own: a line for each that is drawn, dragged or moved by its arrows. */
import { ArrowDown, ArrowUp, GripVertical } from 'lucide-react';
import { useState } from 'react';
import { type LegendLine, type LegendPart, type StyleSettings, entryOf, lineOf } from '@/core/style';
import { IconButton, TextField } from '@/ui/kit';
import type { Change } from '@/ui/kit/settings-form';
import { useShown } from '@/ui/state/shown';

/** Longer words than this no line of a legend has. */
const longest = 200;

export function LegendLines({ style, set }: { style: StyleSettings; set: Change }) {
  const legend = useShown().looks?.legend ?? [];
  const [dragged, setDragged] = useState<number | undefined>();
  const lineFor = (part: LegendPart): LegendLine =>
    style.legendLines.find(({ line }) => line === lineOf(part)) ?? { line: lineOf(part), words: {} };
  /** Lines of channels that draw none now keep their words. */
  const write = (lines: readonly LegendLine[]): void => {
    const drawn = new Set(lines.map(({ line }) => line));
    set({ legendLines: [...lines, ...style.legendLines.filter(({ line }) => !drawn.has(line))] });
  };
  const move = (from: number, to: number): void => {
    const lines = legend.map(lineFor);
    lines.splice(to, 0, ...lines.splice(from, 1));
    write(lines);
  };
  const tell = (part: LegendPart, change: (line: LegendLine) => LegendLine): void =>
    write(legend.map((one) => (one === part ? change(lineFor(one)) : lineFor(one))));
  if (!legend.length) return <p className="mt-2 text-quiet">Nothing is set that a legend would explain.</p>;
  return (
    <ol aria-label="Lines of the legend" className="mt-2">
      {legend.map((part, i) => {
        const was = part.was ?? part.title;
        return (
          <li
            key={lineOf(part)}
            draggable
            onDragStart={(event) => {
              event.dataTransfer.effectAllowed = 'move';
              setDragged(i);
            }}
            onDragOver={(event) => dragged !== undefined && event.preventDefault()}
            onDrop={(event) => {
              event.preventDefault();
              if (dragged !== undefined && dragged !== i) move(dragged, i);
              setDragged(undefined);
            }}
            onDragEnd={() => setDragged(undefined)}
            className="mt-2 rounded-md border border-line p-2"
          >
            <div className="flex items-center gap-1">
              <GripVertical size={14} aria-hidden className="shrink-0 cursor-grab text-quiet" />
              <span className="min-w-0 grow truncate font-semibold">{was}</span>
              <IconButton name={`${was} further up`} disabled={i === 0} onClick={() => move(i, i - 1)}>
                <ArrowUp size={14} aria-hidden />
              </IconButton>
              <IconButton
                name={`${was} further down`}
                disabled={i === legend.length - 1}
                onClick={() => move(i, i + 1)}
              >
                <ArrowDown size={14} aria-hidden />
              </IconButton>
            </div>
            <Told
              what="Title"
              label={`Title of ${was}`}
              value={part.title}
              onCommit={(title) => tell(part, (line) => ({ ...line, title: title === was ? undefined : title }))}
            />
            {'entries' in part &&
              part.entries.map((entry) => {
                const first = entryOf(entry);
                return (
                  <Told
                    key={first}
                    what={first}
                    label={`${first} in words`}
                    value={entry.label}
                    onCommit={(text) =>
                      tell(part, (line) => {
                        const { [first]: _before, ...words } = line.words;
                        return { ...line, words: text === first ? words : { ...words, [first]: text } };
                      })
                    }
                  />
                );
              })}
          </li>
        );
      })}
    </ol>
  );
}

function Told({
  what,
  label,
  value,
  onCommit,
}: {
  what: string;
  label: string;
  value: string;
  onCommit: (to: string) => void;
}) {
  return (
    <div className="mt-1 flex items-center gap-2">
      <span title={what} className="w-[84px] shrink-0 truncate text-sm text-quiet">
        {what}
      </span>
      <TextField label={label} compact value={value} onCommit={(text) => onCommit(text.slice(0, longest))} />
    </div>
  );
}
