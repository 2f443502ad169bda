'use client';
/** A link by which outsiders explore the figure as it is now. */
import { useState } from 'react';
import { Button, NumberField, Trouble, sentence } from '@/ui/kit';
import { LinkShown } from '@/ui/kit/link-shown';
import { useFigure, useFigureSession } from './context';
import type { Wishes } from './takes';

const lasting = 90;
const mostDays = 366;

export function Share({ columns }: Pick<Wishes, 'columns'>) {
  const study = useFigure((state) => state.study);
  const id = useFigure((state) => state.id);
  const name = useFigure((state) => state.name);
  const drawn = useFigure((state) => state.drawn !== undefined);
  const session = useFigureSession();
  const [asking, setAsking] = useState(false);
  const [days, setDays] = useState(lasting);
  const [busy, setBusy] = useState(false);
  const [link, setLink] = useState<string>();
  const [fault, setFault] = useState<string>();
  if (study.role === 'reader') return null;
  const share = async (): Promise<void> => {
    setBusy(true);
    setFault(undefined);
    try {
      const wishes = { fonts: true, ...(columns ? { columns } : {}) };
      const made = await session.current?.take({ kind: 'format', key: 'html', name, wishes });
      if (made) {
        const address = `/api/studies/${study.id}/figures/${id}/links?days=${days}`;
        const answer = await fetch(address, { method: 'POST', body: made.blob });
        const told = (await answer.json().catch(() => ({}))) as { token?: string; detail?: string };
        if (told.token) {
          setLink(`${location.origin}/shared/${told.token}`);
          setAsking(false);
        } else setFault(told.detail ?? 'The link could not be made. Try again.');
      }
    } catch (error) {
      setFault(error instanceof TypeError ? 'The server does not answer. Try again in a moment.' : sentence(error));
    }
    setBusy(false);
  };
  return (
    <section aria-label="Link for outsiders" className="mt-3 border-t border-line pt-2">
      {link !== undefined && (
        <LinkShown name="Link for outsiders" address={link} onClose={() => setLink(undefined)}>
          Whoever has this link explores the figure as it is now, without an account and without the records, for {days}{' '}
          days. It is not shown again; the People page ends it.
        </LinkShown>
      )}
      {link === undefined && !asking && (
        <Button className="w-full" disabled={!drawn} onClick={() => setAsking(true)}>
          A link for outsiders …
        </Button>
      )}
      {asking && (
        <>
          <p className="text-sm text-quiet">
            The page to explore as it is now, with the columns chosen above, for whoever has the address.
          </p>
          <NumberField label="Days" whole value={days} min={1} max={mostDays} onCommit={setDays} />
          <div className="mt-2 flex gap-2">
            <Button look="main" disabled={busy || !drawn} onClick={() => void share()}>
              {busy ? 'Being made …' : 'Make the link'}
            </Button>
            <Button onClick={() => setAsking(false)}>Cancel</Button>
          </div>
        </>
      )}
      {fault !== undefined && <Trouble>{fault}</Trouble>}
    </section>
  );
}
