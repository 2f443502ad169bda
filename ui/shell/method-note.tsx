'use client';
import { useMemo } from 'react';
import { bibtex, methodNote, methodText, ris, spellingsJoined } from '@/core/method';
import { Button, saveFile } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { useWorkbench } from '@/ui/state/context';

/** How the network was made, in sentences from its trail, to be copied or taken along with the works it cites. */
export function MethodNote() {
  const name = useWorkbench((state) => state.network.name);
  const trail = useWorkbench((state) => state.trail);
  const reports = useWorkbench((state) => state.reports);
  const net = useWorkbench((state) => state.net);
  const tables = useWorkbench((state) => state.tables);
  const networks = useWorkbench((state) => state.networks);
  const shortlists = useWorkbench((state) => state.shortlists);
  const names = useWorkbench((state) => state.names);
  const settled = useWorkbench((state) => !state.running && !state.stale);
  const note = useMemo(() => {
    if (!net || !settled) return undefined;
    const called = (list: readonly { id: string; name: string }[], id: string): string =>
      list.find((one) => one.id === id)?.name ?? id;
    return methodNote(trail, Object.values(reports), {
      network: net,
      table: (key) => tables.find((one) => one.key === key) ?? { name: key, rows: 0 },
      networkName: (id) => called(networks, id),
      shortlistName: (id) => called(shortlists, id),
      spellings: spellingsJoined(trail, names),
    });
  }, [names, net, networks, reports, settled, shortlists, tables, trail]);
  if (!note) return null;
  const save = (text: string, ending: string): void =>
    saveFile(new Blob([text], { type: 'text/plain;charset=utf-8' }), `${name}${ending}`);
  return (
    <section aria-label="Method note">
      <h3 className="mt-4 mb-1.5 border-t border-line pt-3 text-sm font-semibold">How it was made</h3>
      <div tabIndex={0} className="max-h-44 overflow-y-auto rounded-md border border-line px-2.5 py-1.5 font-serif">
        {note.sentences.map(({ step, text }) => (
          <p key={step} className="mb-1">
            {text}
          </p>
        ))}
      </div>
      <div className="mt-2 grid grid-cols-2 gap-2">
        <Button
          onClick={() =>
            void navigator.clipboard.writeText(methodText(note)).then(
              () => toast('The method note is in the clipboard.'),
              () => toast.error('The browser does not let the page write to the clipboard. Take it as text.'),
            )
          }
        >
          Copy
        </Button>
        <Button onClick={() => save(methodText(note), ', method.txt')}>Text</Button>
        <Button disabled={!note.references.length} onClick={() => save(bibtex(note.references), ', references.bib')}>
          BibTeX
        </Button>
        <Button disabled={!note.references.length} onClick={() => save(ris(note.references), ', references.ris')}>
          RIS
        </Button>
      </div>
    </section>
  );
}
