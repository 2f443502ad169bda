'use client';
/** Makes a link by which outsiders open a page as it is now. */
import { useState } from 'react';
import { Button, NumberField, Toggle, Trouble, sentence } from '.';
import { LinkShown } from './link-shown';

const lasting = 90;
const mostDays = 366;

export function ShareLink({
  to,
  says,
  ready,
  page,
}: {
  /** Where the page is sent. */
  to: string;
  /** What whoever has the link does with it: "explores the figure as it is now". */
  says: string;
  ready: boolean;
  /** The page, with the records behind its ties or without; undefined where it was given up. */
  page: (records: boolean) => Promise<Blob | undefined>;
}) {
  const [asking, setAsking] = useState(false);
  const [days, setDays] = useState(lasting);
  const [records, setRecords] = useState(false);
  const [busy, setBusy] = useState(false);
  const [link, setLink] = useState<string>();
  const [fault, setFault] = useState<string>();
  const share = async (): Promise<void> => {
    setBusy(true);
    setFault(undefined);
    try {
      const made = await page(records);
      if (made) {
        const wishes = `?days=${days}${records ? '&records=with' : ''}`;
        const answer = await fetch(`${to}${wishes}`, { method: 'POST', body: made });
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
          Whoever has this link {says}, without an account and {records ? 'with' : 'without'} the records, for {days}{' '}
          days. It is not shown again; the People page ends it.
        </LinkShown>
      )}
      {link === undefined && !asking && (
        <Button className="w-full" disabled={!ready} onClick={() => setAsking(true)}>
          A link for outsiders …
        </Button>
      )}
      {asking && (
        <>
          <p className="text-sm text-quiet">Whoever has the address {says}, without an account.</p>
          <NumberField label="Days" whole value={days} min={1} max={mostDays} onCommit={setDays} />
          <Toggle label="With the records behind its ties" checked={records} onChange={setRecords} />
          <div className="mt-2 flex gap-2">
            <Button look="main" disabled={busy || !ready} onClick={() => void share()}>
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
