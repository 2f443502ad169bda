'use client';
/** Cards of things under the names of the folders in which they lie. */
import { Pencil } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { renameFolder } from '@/server/actions';
import type { What } from '@/server/filing';
import { folderWords } from '@/ui/filing/words';
import { IconButton, TextField } from '@/ui/kit';
import { notReached } from '@/ui/kit/not-reached';
import { toast } from '@/ui/kit/toast';

/** @param onRenamed A folder has another name; absent for who may not change that. */
export function InFolders<T extends { id: string; folder: string }>({
  study,
  what,
  things,
  card,
  onRenamed,
}: {
  study: string;
  what: What;
  things: readonly T[];
  card: (thing: T) => ReactNode;
  onRenamed?: () => void;
}) {
  const folders = [...new Set(things.map(({ folder }) => folder))].sort();
  return folders.map((folder) => (
    <section key={folder} aria-label={folder === '' ? 'In no folder' : folderWords(folder)} className="mt-6">
      {folder !== '' && <FolderHead study={study} what={what} folder={folder} onRenamed={onRenamed} />}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-4">
        {things.filter((one) => one.folder === folder).map(card)}
      </ul>
    </section>
  ));
}

function FolderHead({
  study,
  what,
  folder,
  onRenamed,
}: {
  study: string;
  what: What;
  folder: string;
  onRenamed?: () => void;
}) {
  const [renaming, setRenaming] = useState(false);
  if (renaming && onRenamed)
    return (
      <div className="mb-3 w-80" ref={(node) => node?.querySelector('input')?.select()}>
        <TextField
          compact
          label="Name of the folder"
          value={folder}
          onCommit={async (to) => {
            setRenaming(false);
            const answer = await renameFolder(study, what, folder, to).catch(notReached);
            if (answer.ok) onRenamed();
            else toast.error(answer.fault);
          }}
        />
      </div>
    );
  return (
    <div className="mb-3 flex items-center gap-1.5 border-b border-line pb-1">
      <h2 className="font-semibold">{folderWords(folder)}</h2>
      {onRenamed && (
        <IconButton name={`Rename the folder ${folderWords(folder)}`} onClick={() => setRenaming(true)}>
          <Pencil size={13} aria-hidden />
        </IconButton>
      )}
    </div>
  );
}
