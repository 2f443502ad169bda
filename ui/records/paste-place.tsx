'use client';
import { useState } from 'react';
import { Button } from '@/ui/kit';

/** A place to paste cells into, copied from a sheet or written by hand; they come in as a file would. */
export function PastePlace({ onPaste, onClose }: { onPaste: (text: string) => void; onClose: () => void }) {
  const [text, setText] = useState('');
  return (
    <main aria-label="Paste cells" className="flex min-w-0 grow flex-col gap-3 p-5">
      <h2 className="font-serif text-lg font-semibold">Paste cells</h2>
      <p className="text-quiet">
        Copy cells in a sheet and paste them here, or write them: a line for each row, cells parted by tabs, commas or
        semicolons. You see how they are read before anything is stored.
      </p>
      <textarea
        aria-label="Cells"
        value={text}
        autoFocus
        spellCheck={false}
        onChange={(event) => setText(event.target.value)}
        className="min-h-0 grow rounded-lg border border-line bg-panel p-3 font-mono text-sm"
      />
      <div className="flex gap-2">
        <Button look="main" disabled={text.trim() === ''} onClick={() => onPaste(text)}>
          Read them
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </main>
  );
}
