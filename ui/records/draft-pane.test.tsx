/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import '@/ui/testing';
import { type Finding, remediesSchema } from '@/core/intake';
import type { ColumnSpec } from '@/core/tables';
import { DraftPane } from './draft-pane';
import type { KeptDraft } from './drafts-store';
import type { Drafts } from './use-drafts';

const specs: ColumnSpec[] = [
  { name: 'on', type: 'date' },
  { name: 'amount', type: 'number' },
];
const asks = (column: string, what: 'order' | 'decimal', example: string): Finding => ({
  kind: 'asks',
  column,
  what,
  examples: [example],
  answered: false,
});

/** A draft with two open questions, which is prepared once: whatever is decided then is still being worked in. */
function Coming({ heard }: { heard: (draft: KeptDraft) => void }) {
  const [draft, setDraft] = useState<KeptDraft>(() => ({
    id: 'd-1',
    sources: [{ file: new File(['on,amount'], 'sent.csv'), part: '' }],
    settings: {},
    remedies: remediesSchema.parse({ name: 'sent' }),
  }));
  const [drafts] = useState(() => {
    let times = 0;
    const desk = {
      openDraft: () => Promise.resolve(),
      read: () => Promise.resolve([]),
      view: () => Promise.resolve(1),
      prepare: () =>
        times++
          ? new Promise(() => undefined)
          : Promise.resolve({
              preview: {
                specs,
                findings: [asks('on', 'order', '2.3.1931'), asks('amount', 'decimal', '1,250')],
                rows: 1,
                all: 1,
                aside: [],
                asideCount: 0,
                open: 2,
              },
              distributions: [],
            }),
    };
    const decide: Drafts['decide'] = (_id, change) =>
      setDraft((now) => {
        const next = { ...now, remedies: { ...now.remedies, ...change } };
        heard(next);
        return next;
      });
    return { desk: () => desk, study: 's-1', tables: [], names: [], decide } as unknown as Drafts;
  });
  return <DraftPane draft={draft} drafts={drafts} onStored={() => undefined} onPutAway={() => undefined} />;
}

test('a question answered while the answer before it is still worked in does not undo that one', async () => {
  const user = userEvent.setup();
  let last: KeptDraft | undefined;
  render(<Coming heard={(draft) => (last = draft)} />);
  await user.click(await screen.findByRole('button', { name: 'Day first' }));
  await user.click(screen.getByRole('button', { name: 'Decimals: 1.250' }));
  expect(last?.remedies.answered).toEqual(['on', 'amount']);
  expect(last?.remedies.columns).toEqual([
    { name: 'on', type: 'date', order: 'dmy' },
    { name: 'amount', type: 'number', decimal: ',' },
  ]);
});
