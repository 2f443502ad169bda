'use client';
import { X } from 'lucide-react';
import { networkOffers } from '@/server/actions';
import { Button, IconButton, counted } from '@/ui/kit';
import { useTold } from '@/ui/kit/server-state';

/** The column whose values tie records, which tells two offers of one question apart. */
function sharedColumn(ties: object): string {
  const right = 'right' in ties && Array.isArray(ties.right) ? (ties.right as string[]) : [];
  return right.length ? `, by ${right.join(', ').replace(/_/g, ' ')}` : '';
}

/** What can be asked of the records, each with what it would give; choosing one makes the network. */
export function NewNetwork({
  study,
  table,
  onChoose,
  onClose,
}: {
  study: string;
  table: string | undefined;
  onChoose: (ties?: object) => void;
  onClose: () => void;
}) {
  const { value: offers, fault } = useTold(['offers', study, table], () => networkOffers(study, table));
  return (
    <section aria-label="New network" className="mt-6 rounded-lg border border-line bg-panel p-4">
      <div className="flex items-start justify-between">
        <div>
          <h2 className="font-serif text-lg font-semibold">What do you want to know?</h2>
          <p className="text-quiet">Every step of what is made can be changed.</p>
        </div>
        <IconButton name="Make none" onClick={onClose}>
          <X size={16} aria-hidden />
        </IconButton>
      </div>
      {fault && (
        <p role="alert" className="mt-3 text-danger">
          {fault}
        </p>
      )}
      {!offers && !fault && <p className="mt-3 text-quiet">Looking through the tables …</p>}
      {offers?.length === 0 && (
        <p className="mt-3">
          No columns look like ties yet. Make a network all the same, and choose its columns in the Ties step.
        </p>
      )}
      <ul className="mt-3 grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-2">
        {offers?.map(({ question, title, table: key, tableName, ties, size, rows, example }) => (
          <li key={`${question} ${key}`}>
            <button
              type="button"
              className="block h-full w-full rounded-lg border border-line px-3 py-2 text-left hover:bg-ground"
              onClick={() => onChoose(ties)}
            >
              <b className="block font-semibold">{title}</b>
              <span className="block text-sm text-quiet">
                {tableName}
                {sharedColumn(ties)}:{' '}
                {size ? `${counted(size.nodes, 'node')}, ${counted(size.edges, 'tie')}` : counted(rows, 'record')}
              </span>
              {example && <span className="block truncate text-sm text-accent">{example}</span>}
            </button>
          </li>
        ))}
      </ul>
      {offers?.length === 0 && (
        <Button className="mt-3" onClick={() => onChoose()}>
          Make one all the same
        </Button>
      )}
    </section>
  );
}
