/** @jest-environment jsdom */
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';
import type { Suggestion } from '@/core/names';
import '@/ui/testing';
import { Changes, histogram } from './changes';
import { Suggested } from './suggested';
import type { NamesState } from './use-names';

jest.mock('recharts', () => ({
  Bar: () => null,
  BarChart: ({ data }: { data: { records: string; after: number }[] }) => (
    <p data-testid="bars">{data.map(({ after }) => after).join(' ')}</p>
  ),
  ResponsiveContainer: ({ children }: { children: ReactNode }) => children,
  XAxis: () => null,
}));

jest.mock('./former', () => ({ Former: () => null }));

type ChangeAsked = Parameters<NamesState['change']>;

const list = {
  id: 'seed',
  name: 'Seed',
  version: 2,
  columns: [{ table: 'packets', column: 'seed' }],
  entries: { skirrets: 'skirret', '?': '' },
  rejected: [],
};
const suggestions = [
  { from: 'beans', to: 'bean', reason: 'plural', confidence: 0.99 },
  { from: 'peas', to: 'pea', reason: 'plural', confidence: 0.98 },
  { from: 'field bean', to: 'bean', reason: 'plural', confidence: 0.3 },
  { from: 'feild bean', to: 'field bean', reason: 'slip', confidence: 0.8 },
  { from: 'gone', to: 'bean', reason: 'slip', confidence: 0.99 },
] as unknown as Suggestion[];

function names(change: Partial<NamesState> = {}): { state: NamesState; asked: ChangeAsked[] } {
  const asked: ChangeAsked[] = [];
  const forms = [
    { form: 'bean', count: 4, variants: [] },
    { form: 'beans', count: 2, variants: [] },
    { form: 'pea', count: 1, variants: [] },
    { form: 'peas', count: 1, variants: [] },
    { form: 'field bean', count: 2, variants: [] },
    { form: 'feild bean', count: 1, variants: [] },
    { form: 'skirret', count: 4, variants: [{ value: 'skirrets', count: 2 }] },
  ];
  const state = {
    lists: [list],
    list,
    view: { forms, dropped: [{ value: '?', count: 3 }], before: [4, 2, 1, 1, 2, 1, 2, 2, 3] },
    suggested: suggestions,
    searching: undefined,
    fault: undefined,
    saving: 0,
    away: false,
    change: (...given: ChangeAsked) => void asked.push(given),
    ...change,
  };
  return { state: state as unknown as NamesState, asked };
}
const shown = (what: ReactNode) => {
  render(<Tooltip.Provider>{what}</Tooltip.Provider>);
  return userEvent.setup();
};

describe('suggestions', () => {
  test('stand by their reasons; those of values that are gone are left out', () => {
    shown(<Suggested names={names().state} threshold={3} />);
    expect(screen.getByRole('status').textContent).toBe('4 suggestions. Nothing is joined until you say so.');
    expect(screen.queryByText('gone')).toBeNull();
  });

  test('one is accepted, one rejected for good', async () => {
    const { state, asked } = names();
    const user = shown(<Suggested names={state} threshold={3} />);
    await user.click(screen.getByRole('button', { name: 'Join feild bean as field bean' }));
    expect(asked[0]).toEqual([
      { entries: { ...list.entries, 'feild bean': 'field bean' } },
      'joined feild bean as field bean',
    ]);
    await user.click(screen.getByRole('button', { name: 'feild bean is not field bean' }));
    expect(asked[1]).toEqual([{ reject: [{ from: 'feild bean', to: 'field bean' }] }, 'feild bean is not field bean']);
  });

  test('all sure ones of a kind are joined at once, doubtful ones are not among them', async () => {
    const { state, asked } = names();
    const user = shown(<Suggested names={state} threshold={3} />);
    await user.click(screen.getByRole('button', { name: /^Join all 2/ }));
    expect(asked[0][0]).toEqual({ entries: { ...list.entries, beans: 'bean', peas: 'pea' } });
  });

  test('while they are looked for, how far it is stands there', () => {
    shown(<Suggested names={names({ suggested: [], searching: 0.42 }).state} threshold={3} />);
    expect(screen.getByRole('status').textContent).toBe('Looking, 42 %');
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('42');
  });

  test('without a list there is nothing', () => {
    shown(<Suggested names={names({ list: undefined }).state} threshold={3} />);
    expect(screen.queryByRole('region')).toBeNull();
  });
});

test('counts fall on bars by their records, the last for all beyond', () => {
  expect(histogram([1, 1, 2, 5, 12, 400, 0])).toEqual([2, 1, 0, 0, 1, 0, 0, 0, 0, 0, 0, 2]);
  expect(histogram([])).toEqual(new Array(12).fill(0));
});

describe('what it changes', () => {
  const uses = [
    { id: 'n1', name: 'First network', columns: [{ table: 'packets', column: 'seed' }] },
    { id: 'n2', name: 'Another', columns: [{ table: 'packets', column: 'carried_by' }] },
  ];

  test('what passes the threshold, what was lifted over it, who reads the list', () => {
    shown(<Changes study="s" names={names().state} threshold={3} onThreshold={() => undefined} uses={uses} />);
    const text = document.body.textContent ?? '';
    expect(text).toContain('Newly over the line');
    expect(text).toContain('skirret');
    expect(screen.getByRole('link', { name: /First network/ }).getAttribute('href')).toBe('/studies/s/networks/n1');
    expect(screen.queryByRole('link', { name: /Another/ })).toBeNull();
    expect(screen.getByTestId('bars').textContent).toBe('3 2 0 2 0 0 0 0 0 0 0 0');
  });

  test('what was dropped is taken back', async () => {
    const { state, asked } = names();
    const user = shown(<Changes study="s" names={state} threshold={3} onThreshold={() => undefined} uses={[]} />);
    await user.click(screen.getByRole('button', { name: 'Take ? back' }));
    expect(asked[0][0]).toEqual({ entries: { skirrets: 'skirret' } });
  });

  test('another threshold is told', async () => {
    const heard: number[] = [];
    const user = shown(
      <Changes study="s" names={names().state} threshold={3} onThreshold={(one) => heard.push(one)} uses={[]} />,
    );
    const field = within(document.body).getByRole('textbox');
    await user.clear(field);
    await user.type(field, '5{Enter}');
    expect(heard).toEqual([5]);
  });
});
