'use client';
/** Studies as archives: one is opened from a file, and any can be taken away as one. */
import { Upload, X } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type ReactNode, useRef, useState } from 'react';
import { Button, IconButton } from '@/ui/kit';
import { notReached } from '@/ui/kit/not-reached';
import { saveFile } from '@/ui/kit/save-file';
import { toast } from '@/ui/kit/toast';

interface Opened {
  id: string;
  name: string;
  notes: string[];
}

const faultOf = async (answer: Response): Promise<string> => {
  const { detail } = (await answer.json().catch(() => ({}))) as { detail?: string };
  return detail ?? notReached().fault;
};

/** Saves the archive of a study; says what kept it from being made. */
export async function takeStudy({ id, name }: { id: string; name: string }): Promise<void> {
  toast(`Packing “${name}” …`);
  const answer = await fetch(`/api/studies/${id}/archive`).catch(() => undefined);
  if (!answer?.ok) return toast.error(answer ? await faultOf(answer) : notReached().fault);
  const blob = await answer.blob().catch(() => undefined);
  if (!blob) return toast.error('The archive came incomplete. Try again.');
  saveFile(blob, `${name}.zip`);
}

type State =
  { at: 'none' } | { at: 'opening'; file: string } | { at: 'opened'; study: Opened } | { at: 'refused'; why: string };

/** What opens archives: a button, what is told of the last one, and a way in for files that are dropped. */
export function useArchives(): { button: ReactNode; told: ReactNode; drop: (files: readonly File[]) => void } {
  const router = useRouter();
  const [state, setState] = useState<State>({ at: 'none' });
  const input = useRef<HTMLInputElement>(null);
  const stop = useRef<AbortController>(undefined);
  const open = async (file: File): Promise<void> => {
    stop.current = new AbortController();
    const { signal } = stop.current;
    setState({ at: 'opening', file: file.name });
    const answer = await fetch(`/api/studies?name=${encodeURIComponent(file.name.slice(0, 900))}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/zip' },
      body: file,
      signal,
    }).catch(() => undefined);
    if (signal.aborted) {
      setState({ at: 'none' });
      return router.refresh();
    }
    if (!answer?.ok) return setState({ at: 'refused', why: answer ? await faultOf(answer) : notReached().fault });
    const study = (await answer.json()) as Opened;
    setState({ at: 'opened', study });
    router.refresh();
  };
  const drop = (files: readonly File[]): void => {
    if (state.at === 'opening') return toast.error('An archive is being opened. Wait for it, or stop it.');
    const [file] = files;
    if (files.length > 1) toast.error(`One archive is opened at a time: “${file.name}”.`);
    if (files.length) void open(file);
  };
  return {
    drop,
    button: (
      <>
        <Button className="h-8" disabled={state.at === 'opening'} onClick={() => input.current?.click()}>
          <Upload size={15} aria-hidden /> Open an archive
        </Button>
        <input
          ref={input}
          type="file"
          accept=".zip"
          aria-label="Archive of a study"
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            const files = [...(event.target.files ?? [])];
            event.target.value = '';
            drop(files);
          }}
        />
      </>
    ),
    told: state.at !== 'none' && (
      <Told state={state} onStop={() => stop.current?.abort()} onClose={() => setState({ at: 'none' })} />
    ),
  };
}

function Told({
  state,
  onStop,
  onClose,
}: {
  state: Exclude<State, { at: 'none' }>;
  onStop: () => void;
  onClose: () => void;
}) {
  return (
    <div
      role={state.at === 'refused' ? 'alert' : 'status'}
      className="mt-6 flex items-start justify-between gap-4 rounded-lg border border-line bg-panel px-4 py-3"
    >
      {state.at === 'opening' && (
        <>
          <p>Opening “{state.file}” …</p>
          <Button onClick={onStop}>Stop</Button>
        </>
      )}
      {state.at === 'refused' && <p className="min-w-0 break-words text-danger">{state.why}</p>}
      {state.at === 'opened' && (
        <div className="min-w-0">
          <p>
            <Link href={`/studies/${state.study.id}/networks`} className="font-semibold text-accent underline">
              {state.study.name}
            </Link>{' '}
            is opened, as a study of its own.
          </p>
          {state.study.notes.map((note) => (
            <p key={note} className="mt-1 break-words text-quiet">
              {note}
            </p>
          ))}
        </div>
      )}
      {state.at !== 'opening' && (
        <IconButton name="Close" onClick={onClose}>
          <X size={16} aria-hidden />
        </IconButton>
      )}
    </div>
  );
}
