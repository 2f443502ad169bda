/** @jest-environment jsdom */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { inWorkbench, trail } from '@/ui/testing';
import { Conflict } from './conflict';
import { Found } from './find-list';
import { KeysHelp } from './keys-help';
import { NoNetwork } from './no-network';
import { OfBefore } from '@/ui/trail/of-before';
import { useWorkbenchKeys } from './workbench-keys';

const mockPushed: string[] = [];
jest.mock('next/navigation', () => ({ useRouter: () => ({ push: (to: string) => mockPushed.push(to) }) }));
jest.mock('@/ui/views/registry', () => ({
  tabs: [
    { key: 'graph', title: 'Graph', does: 'Show the graph' },
    { key: 'table', title: 'Table', does: 'Show the table' },
  ],
}));

const failing = {
  trail: trail({ kind: 'keep', rule: { by: 'degree', min: 9 } }, { kind: 'style' }),
  reports: { s2: { id: 's2', nodes: 0, edges: 0, result: '', notes: [], fault: 'No node passes degree at least 9.' } },
};

describe('what is of before is said', () => {
  test('nothing where all is as the trail says', () => {
    const { container } = inWorkbench(<OfBefore />);
    expect(container.textContent).toBe('');
  });
  test('while a change is being computed', () => {
    inWorkbench(<OfBefore />, { stale: true });
    expect(screen.getByRole('status').textContent).toBe('Of before the change; being computed.');
  });
  test('where a step failed, which one', () => {
    inWorkbench(<OfBefore />, failing);
    expect(screen.getByRole('status').textContent).toContain('“Keep” failed');
  });
  test('not where a step only waits for its settings', () => {
    const reports = { s2: { ...failing.reports.s2, lacking: true } };
    const { container } = inWorkbench(<OfBefore />, { ...failing, reports });
    expect(container.textContent).toBe('');
  });
  test('not of a step that is off', () => {
    const { steps } = failing.trail;
    const off = { steps: steps.map((step) => (step.id === 's2' ? { ...step, on: false } : step)) };
    const { container } = inWorkbench(<OfBefore />, { ...failing, trail: off });
    expect(container.textContent).toBe('');
  });
});

test('without a network the step that could not make it is named and can be opened', async () => {
  const { user, store } = inWorkbench(<NoNetwork />, { ...failing, net: undefined, step: undefined });
  expect(screen.getByRole('alert').textContent).toContain('No node passes degree at least 9.');
  await user.click(screen.getByRole('button', { name: 'Open “Keep”' }));
  expect(store.getState().step).toBe('s2');
});

describe('a network that was changed elsewhere', () => {
  const save = { kind: 'conflict', version: 4, trail: trail(), changedAt: '2026-03-01T10:20:00Z' } as const;
  test('mine can be kept beside it', async () => {
    const session = { keepMineApart: () => Promise.resolve('other') };
    const { user } = inWorkbench(<Conflict />, { save }, session);
    expect(screen.getByRole('alert').textContent).toContain('nothing was overwritten');
    await user.click(screen.getByRole('button', { name: 'Keep mine as a new network' }));
    await waitFor(() => expect(mockPushed).toEqual(['/studies/study/networks/other']));
  });
  test('what is stored can be taken', async () => {
    const taken = jest.fn();
    const { user } = inWorkbench(<Conflict />, { save }, { takeTheirs: taken });
    await user.click(screen.getByRole('button', { name: 'Go on with what is stored' }));
    expect(taken).toHaveBeenCalledTimes(1);
  });
  test('where nothing of one’s own waits, that is not said', () => {
    inWorkbench(<Conflict />, { save: { ...save, idle: true } });
    expect(screen.getByRole('alert').textContent).toContain('What you see is as it was before.');
  });
  test('nothing is said where there is none', () => {
    expect(inWorkbench(<Conflict />).container.textContent).toBe('');
  });
});

describe('keys', () => {
  function Keys() {
    useWorkbenchKeys();
    return <input aria-label="a field" />;
  }
  const press = (key: string, more: object = {}, on: Element = document.body): void =>
    void fireEvent.keyDown(on, { key, ...more });

  test('digits choose the view, brackets the step', () => {
    const { store } = inWorkbench(<Keys />, { trail: trail({ kind: 'groups' }, { kind: 'style' }), step: 's1' });
    press('2');
    expect(store.getState().panes).toEqual(['table']);
    press('9');
    expect(store.getState().panes).toEqual(['table']);
    press('1');
    expect(store.getState().panes).toEqual(['graph']);
    press(']');
    press(']');
    press(']');
    expect(store.getState().step).toBe('s3');
    press('[');
    expect(store.getState().step).toBe('s2');
  });

  test('what is typed into a field is no key', () => {
    const { store } = inWorkbench(<Keys />);
    press('2', {}, screen.getByLabelText('a field'));
    press('z', { ctrlKey: true }, screen.getByLabelText('a field'));
    expect(store.getState().panes).toEqual(['graph']);
  });

  test('undo and redo', () => {
    const { store } = inWorkbench(<Keys />, { trail: trail({ kind: 'groups' }) });
    act(() => store.getState().setStep('s2', { on: false }));
    press('z', { ctrlKey: true });
    expect(store.getState().trail.steps[1].on).toBe(true);
    press('Z', { ctrlKey: true, shiftKey: true });
    expect(store.getState().trail.steps[1].on).toBe(false);
  });

  test('Delete leaves the selection out; Escape lets go of it, then of the lists, then of the editor', () => {
    const { store } = inWorkbench(<Keys />, { selection: { nodes: ['k1', 'k2'] }, step: 's1', lists: true });
    press('Delete');
    const { steps } = store.getState().trail;
    expect(steps.at(-1)).toMatchObject({ kind: 'keep', rule: { by: 'nodes', nodes: ['k1', 'k2'], leave: true } });
    act(() => store.setState({ lists: true, step: 's1' }));
    press('Escape');
    expect(store.getState().selection.nodes).toEqual([]);
    press('Escape');
    expect(store.getState().lists).toBe(false);
    press('Escape');
    expect(store.getState().step).toBeUndefined();
  });

  test('L opens the shortlists; with nothing selected Delete does nothing', () => {
    const { store } = inWorkbench(<Keys />);
    press('Delete');
    expect(store.getState().trail.steps).toHaveLength(1);
    press('l');
    expect(store.getState().lists).toBe(true);
  });

  test('the help lists them, opened by a question mark', async () => {
    const opened = jest.fn();
    const { rerender } = inWorkbench(<KeysHelp open={false} onOpen={opened} />);
    press('?');
    expect(opened).toHaveBeenCalledWith(true);
    rerender(<KeysHelp open onOpen={opened} />);
    expect((await screen.findByRole('dialog')).textContent).toContain('Graph, Table');
  });
});

describe('finding', () => {
  const find = () => {
    const closed = jest.fn();
    const it = inWorkbench(<Found close={closed} onKeys={() => undefined} />, { trail: trail({ kind: 'groups' }) });
    const type = async (words: string): Promise<string[]> => {
      await it.user.clear(screen.getByRole('combobox'));
      await it.user.type(screen.getByRole('combobox'), words);
      return screen.getAllByRole('option').map((one) => one.textContent ?? '');
    };
    return { ...it, closed, type };
  };

  test('nodes by their names, the whole name first; Enter selects', async () => {
    const { type, user, store, closed } = find();
    const found = await type('pell');
    expect(found[0]).toContain('Alban Pell');
    await user.keyboard('{Enter}');
    expect(store.getState().selection.nodes).toEqual(['k1']);
    expect(closed).toHaveBeenCalled();
  });

  test('steps, and things to do', async () => {
    const { type, user, store } = find();
    expect((await type('leiden')).some((one) => one.includes('Groups'))).toBe(true);
    const doing = await type('show the table');
    expect(doing).toEqual(['Show the table']);
    await user.keyboard('{Enter}');
    expect(store.getState().panes).toEqual(['table']);
    expect(await type('add step: keep')).toEqual(['Add step: Keep']);
    await user.keyboard('{Enter}');
    expect(store.getState().trail.steps.map(({ kind }) => kind)).toEqual(['ties', 'keep', 'groups']);
  });
});
