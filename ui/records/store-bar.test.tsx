/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import '@/ui/testing';
import type { DraftPreview } from '@/worker/client';
import { FindingCard } from './findings/finding-card';
import { linesInWords } from './findings/remedy';
import { StoreBar } from './store-bar';

const preview = (change: Partial<DraftPreview> = {}): DraftPreview =>
  ({ rows: 98, all: 100, asideCount: 2, joins: 0, creates: 0, open: 0, ...change }) as DraftPreview;
function bar(change: object = {}) {
  const heard: string[] = [];
  render(
    <StoreBar
      preview={preview()}
      verb="Store"
      storing={undefined}
      fault={undefined}
      onStop={() => heard.push('stop')}
      onPutAway={() => heard.push('put away')}
      onStore={() => heard.push('store')}
      {...change}
    />,
  );
  return { heard, user: userEvent.setup() };
}

test('how many rows fit, and what else will be done', () => {
  bar({ preview: preview({ joins: 3, creates: 1 }) });
  expect(document.body.textContent).toContain('98 of 100 rows fit');
  expect(document.body.textContent).toContain(
    '2 are set aside with their reasons; 3 names will be matched; 1 record made elsewhere',
  );
});

test('stored, or put away', async () => {
  const { heard, user } = bar();
  await user.click(screen.getByRole('button', { name: 'Store 98 records' }));
  await user.click(screen.getByRole('button', { name: 'Put away' }));
  expect(heard).toEqual(['store', 'put away']);
});

test.each([
  ['is still read', { preview: undefined }],
  ['has no row that fits', { preview: preview({ rows: 0 }) }],
  ['has an open question', { preview: preview({ open: 1 }) }],
])('what %s cannot be stored yet', (_name, change) => {
  bar(change);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Store/ }).disabled).toBe(true);
});

test('while it is stored it can be stopped, and a fault is said', async () => {
  const { heard, user } = bar({ storing: 0.425 });
  expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('43');
  await user.click(screen.getByRole('button', { name: 'Stop' }));
  expect(heard).toEqual(['stop']);
  bar({ fault: 'The study was deleted meanwhile.' });
  expect(screen.getByRole('alert').textContent).toBe('The study was deleted meanwhile.');
});

test('lines in words', () => {
  expect(linesInWords([6])).toBe('line 6');
  expect(linesInWords([88, 3100])).toBe('lines 88, 3,100');
});

describe('findings', () => {
  const shown = (finding: object, decided: object = {}) => {
    const heard: unknown[] = [];
    render(
      <FindingCard
        finding={finding as never}
        decided={{ answered: [], ...decided } as never}
        specs={[{ name: 'sent', type: 'text' }]}
        stored={false}
        onDecide={(change) => void heard.push(change)}
        onReference={() => undefined}
      />,
    );
    return { heard, user: userEvent.setup() };
  };

  test('rows that do not fit the header: set aside, or made to fit', async () => {
    const examples = [{ line: 1204, reason: '5 cells instead of 4', text: 'a,b,c,d,e' }];
    const { heard, user } = shown({ kind: 'faulty', count: 1, examples }, { faulty: 'aside' });
    expect(screen.getByText('1 row does not fit the header')).toBeTruthy();
    expect(screen.getByText('line 1,204: 5 cells instead of 4').title).toBe('a,b,c,d,e');
    expect(screen.getByRole('button', { name: 'Set rows aside' }).getAttribute('aria-pressed')).toBe('true');
    await user.click(screen.getByRole('button', { name: 'Fill up or cut to fit' }));
    expect(heard).toEqual([{ faulty: 'fit' }]);
  });

  test('many cases are folded, so that the remedies stay in view', () => {
    const examples = Array.from({ length: 11 }, (_, i) => ({ line: i + 2, reason: 'too short', text: '' }));
    shown({ kind: 'faulty', count: 11, examples });
    expect(screen.getByText('11 cases').closest('details')?.open).toBe(false);
  });

  test('numbers that would lose digits stay text, dates that are not known to the day stay so', () => {
    shown({ kind: 'digits', column: 'id', example: '1234567890123456789' });
    expect(screen.getByText('id stays text')).toBeTruthy();
    shown({ kind: 'imprecise', column: 'sent', count: 2, examples: ['1911', '1912-03'] });
    expect(screen.getByText('2 dates of sent are not known to the day')).toBeTruthy();
    expect(screen.getByText('Kept as such: 1911, 1912-03')).toBeTruthy();
  });

  test('a note stands for itself', () => {
    shown({ kind: 'note', text: 'Read as Latin-1.' });
    expect(screen.getByText('Read as Latin-1.')).toBeTruthy();
  });
});
