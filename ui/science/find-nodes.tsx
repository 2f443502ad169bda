'use client';
import { useEffect, useState } from 'react';
import { toast } from '@/ui/kit/toast';
import { counted } from '@/ui/kit';
import { useQuestion } from './use-question';

const offered = 8;

export interface NamedNode {
  id: string;
  label: string;
}

/**
 * Finds nodes of the network after a step by what is typed: the best match is taken with Enter, several can be pasted. `at` is a step, or the trail's end.
 */
export function FindNodes({
  label,
  at,
  taken,
  onFind,
}: {
  label: string;
  at: string | undefined;
  taken: ReadonlySet<string>;
  onFind: (nodes: NamedNode[]) => void;
}) {
  const [text, setText] = useState('');
  const { answer, ask } = useQuestion('named');
  useEffect(() => {
    if (at && text.trim() !== '') void ask(at, { text, most: offered + taken.size });
  }, [at, text, ask, taken.size]);
  const found =
    text.trim() === '' || answer?.text !== text
      ? []
      : answer.nodes.filter(({ id }) => !taken.has(id)).slice(0, offered);
  const take = (nodes: NamedNode[]): void => {
    onFind(nodes);
    setText('');
  };
  return (
    <div className="mt-1">
      <input
        aria-label={label}
        placeholder="Add by name, or paste several"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onPaste={(event) => {
          const pasted = event.clipboardData.getData('text');
          if (!at || !/[\n;\t]/.test(pasted.trim())) return;
          event.preventDefault();
          void ask(at, { text: pasted, most: 0, paste: true }).then((all) => {
            if (!all) return;
            if (all.nodes.length) take(all.nodes);
            if (all.missed.length)
              toast.error(
                `${counted(all.missed.length, 'name is', 'names are')} not in the network: ${all.missed.slice(0, 3).join(', ')}${all.missed.length > 3 ? ' …' : ''}.`,
              );
          });
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape' && text) {
            event.stopPropagation();
            setText('');
          }
          if (event.key !== 'Enter' || text.trim() === '') return;
          event.preventDefault();
          if (found.length) take([found[0]]);
          // The answer to the last letter may still be under way.
          else if (at)
            void ask(at, { text, most: offered + taken.size }).then((all) => {
              const next = all?.nodes.find(({ id }) => !taken.has(id));
              if (next) take([next]);
            });
        }}
        className="h-7 w-full rounded-md border border-line bg-panel px-2.5"
      />
      {found.map((node) => (
        <button
          key={node.id}
          type="button"
          className="block w-full truncate border-b border-rule py-0.5 text-left hover:bg-ground"
          onClick={() => take([node])}
        >
          {node.label}
        </button>
      ))}
      {text.trim() !== '' && answer?.text === text && answer.nodes.length === 0 && (
        <p className="text-sm text-quiet">Nobody has these letters.</p>
      )}
    </div>
  );
}
