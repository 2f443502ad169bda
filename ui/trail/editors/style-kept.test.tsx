/** @jest-environment jsdom */
/** Looks and palettes that are kept in the study: kept, used, followed, changed, parted from. */
import { screen, waitFor, within } from '@testing-library/react';
import type { KeptRow } from '@/server/kept';
import { type Shown, inWorkbench, keepers, trail } from '@/ui/testing';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { FollowLook } from '@/ui/state/follow-look';
import { plainStyle } from '@/core/style';
import { taking } from '@/core/style/follow';
import { holdingsOf } from '@/worker/holdings';
import { StyleEditor } from './style';

const mockSaid: { text: string; act?: () => void }[] = [];
let mockKept: KeptRow[] = [];
/** What another person does meanwhile. */
let mockMeanwhile: (() => void) | undefined;
let mockAway = false;

jest.mock('@/ui/kit/toast', () => ({
  toast: Object.assign(
    (text: string, more?: { action: { onClick: () => void } }) => mockSaid.push({ text, act: more?.action.onClick }),
    { error: (text: string) => mockSaid.push({ text }) },
  ),
}));
jest.mock('@/server/actions', () => {
  const done = (value?: unknown) => Promise.resolve({ ok: true, value });
  let gone: KeptRow | undefined;
  const away = () => (mockAway ? Promise.reject(new TypeError('failed to fetch')) : undefined);
  return {
    listKept: () => away() ?? done(JSON.parse(JSON.stringify(mockKept))),
    createKept: (_study: string, kind: string, name: string, value: unknown) => {
      if (mockAway) return away();
      if (mockKept.some((row) => row.name === name)) return Promise.resolve({ ok: false, fault: `“${name}” is there already.` }); // prettier-ignore
      mockKept.push({ id: `k${mockKept.length + 1}`, kind, name, version: 1, value } as KeptRow);
      return done({ id: `k${mockKept.length}`, name, version: 1 });
    },
    changeKept: (_study: string, id: string, base: number, what: object) => {
      if (mockAway) return away();
      mockMeanwhile?.();
      const row = mockKept.find((one) => one.id === id);
      if (!row || row.version !== base) return done({ kind: 'conflict', version: row?.version ?? 0 });
      Object.assign(row, what, { version: base + 1 });
      return done({ kind: 'saved', version: base + 1 });
    },
    deleteKept: (_study: string, id: string) => {
      if (mockAway) return away();
      gone = mockKept.find((one) => one.id === id);
      mockKept = mockKept.filter((one) => one.id !== id);
      return done();
    },
    restoreKept: () => {
      if (mockAway) return away();
      if (gone) mockKept.push(gone);
      return done();
    },
  };
});
beforeEach(() => {
  mockSaid.length = 0;
  mockKept = [];
  mockMeanwhile = undefined;
  mockAway = false;
});

const before = holdingsOf(keepers);
function Editor() {
  const step = useWorkbench((state) => state.trail.steps[1]);
  const store = useWorkbenchStore();
  if (step.kind !== 'style') return null;
  return (
    <>
      <StyleEditor
        step={step}
        before={before}
        set={(change, merge) => store.getState().setStep(step.id, change, merge)}
      />
      {step.follows && <FollowLook />}
    </>
  );
}
const shown = (settings: object = {}, state: object = {}): Shown =>
  inWorkbench(<Editor />, { trail: trail({ kind: 'style', ...settings }), net: keepers, running: false, ...state });
const style = ({ store }: Shown) => {
  const step = store.getState().trail.steps[1];
  if (step.kind !== 'style') throw new Error('no style');
  return step;
};
const menu = async (it: Shown, entry: string | RegExp): Promise<void> => {
  await it.user.click(screen.getByRole('button', { name: 'Look' }));
  await it.user.click(await screen.findByRole('menuitem', { name: entry }));
};
const look = (change: object, version = 1, name = 'Paper'): KeptRow => ({
  id: 'k1',
  kind: 'look',
  name,
  version,
  value: { ...plainStyle, ...change },
});
const followed = (change: object = {}) =>
  taking({ id: 'k1', name: 'Paper', version: 1, style: { ...plainStyle, ...change } }, plainStyle, [], () => true);

test('a look is kept under a name, and the style follows it from then on', async () => {
  const it = shown({ curve: 0.4, byHand: { nodeSize: { k1: 9 } } });
  await menu(it, 'Keep this look in the study …');
  await it.user.type(screen.getByLabelText('Name of the look'), 'Paper{Enter}');
  await screen.findByText('Follows the look “Paper”.');
  expect(mockKept).toMatchObject([{ kind: 'look', name: 'Paper', value: { curve: 0.4, byHand: {} } }]);
  expect(style(it)).toMatchObject({ curve: 0.4, byHand: { nodeSize: { k1: 9 } }, follows: { id: 'k1', version: 1 } });
  await menu(it, 'Keep this look in the study …');
  await it.user.type(screen.getByLabelText('Name of the look'), 'Paper{Enter}');
  await waitFor(() => expect(mockSaid.at(-1)?.text).toBe('“Paper” is there already.'));
});

test('a kept look is used; what is changed here then is told, goes into the look, or is taken back', async () => {
  mockKept = [look({ curve: 0.4 })];
  const others = [{ id: 'n9', name: 'Other', trail: trail({ kind: 'style', ...followed() }) }];
  const it = shown({}, { networks: others });
  await waitFor(() => expect(it.store.getState().kept).toHaveLength(1));
  await menu(it, /^Paper/);
  expect(style(it)).toMatchObject({ curve: 0.4, follows: { id: 'k1' } });
  expect(screen.queryByRole('button', { name: 'Change the look so' })).toBeNull();
  it.store.getState().setStep(style(it).id, { curve: 0.5 });
  await it.user.click(await screen.findByRole('button', { name: 'Back to the look' }));
  expect(style(it).curve).toBe(0.4);
  it.store.getState().setStep(style(it).id, { curve: 0.5 });
  await it.user.click(await screen.findByRole('button', { name: 'Change the look so' }));
  await waitFor(() => expect(mockKept[0]).toMatchObject({ version: 2, value: { curve: 0.5 } }));
  await waitFor(() => expect(style(it).follows?.version).toBe(2));
  expect(mockSaid.at(-1)?.text).toMatch(/1 other network that follows it will have it when opened/);
});

test('a change of the look reaches the network that follows it, which can part from it', async () => {
  mockKept = [look({ curve: 0.45 }, 2)];
  const it = shown(followed());
  await waitFor(() => expect(style(it)).toMatchObject({ curve: 0.45, follows: { version: 2 } }));
  expect(mockSaid.at(-1)?.text).toMatch(/“Paper” was changed, and this network follows it/);
  // Undone, it is not brought again while one works.
  it.store.getState().undo();
  expect(style(it).curve).toBe(plainStyle.curve);
  await screen.findByText(/The look was changed since/);
  mockSaid.at(-1)?.act?.();
  expect(style(it)).toMatchObject({ curve: plainStyle.curve });
  expect(style(it).follows).toBeUndefined();
});

test('where the style was changed here as well, nothing is written over; one chooses', async () => {
  mockKept = [look({ curve: 0.45 }, 2)];
  const it = shown({ ...followed(), curve: 0.2 });
  await screen.findByText(/The look was changed since\. This style was changed here since/);
  expect(style(it)).toMatchObject({ curve: 0.2 });
  await it.user.click(screen.getByRole('button', { name: 'Part from it' }));
  expect(style(it).curve).toBe(0.2);
  expect(style(it).follows).toBeUndefined();
});

test('a look whose change reads columns that are not here is not brought; it says so, and its changes are taken by pointing', async () => {
  mockKept = [look({ nodeColour: { by: 'category', column: 'office', palette: 'moraine', colours: {} } }, 2)];
  const it = shown(followed());
  await waitFor(() => expect(mockSaid.at(-1)?.text).toMatch(/reads columns that are not here/));
  await it.user.click(screen.getByRole('button', { name: 'Take the look’s changes' }));
  await it.user.click(screen.getByRole('combobox', { name: 'office of nodes' }));
  await it.user.click(screen.getByRole('option', { name: 'island' }));
  await it.user.click(screen.getByRole('button', { name: 'Use the look' }));
  expect(style(it)).toMatchObject({ nodeColour: { column: 'island' }, follows: { version: 2, columns: [{ name: 'office', to: 'island' }] } }); // prettier-ignore
  // What is changed here goes back into the look under its own names.
  it.store.getState().setStep(style(it).id, { curve: 0.3 });
  await it.user.click(await screen.findByRole('button', { name: 'Change the look so' }));
  await waitFor(() => expect(mockKept[0]).toMatchObject({ version: 3, value: { curve: 0.3, nodeColour: { column: 'office' } } })); // prettier-ignore
});

test('another person’s change in between is told, not written over', async () => {
  mockKept = [look({})];
  const it = shown({ ...followed(), curve: 0.3 });
  mockMeanwhile = () => Object.assign(mockKept[0], { version: 5 });
  await it.user.click(await screen.findByRole('button', { name: 'Change the look so' }));
  await waitFor(() => expect(mockSaid.at(-1)?.text).toMatch(/changed by somebody else meanwhile/));
  expect(mockKept[0].value).toMatchObject({ curve: plainStyle.curve });
});

test('while the server is away the style stays as it is, and what was changed comes when it is back', async () => {
  mockKept = [look({ curve: 0.45 }, 2)];
  mockAway = true;
  const it = shown(followed());
  const back = (): boolean => document.dispatchEvent(new Event('visibilitychange'));
  await waitFor(() => expect(back()).toBe(true));
  expect([style(it).curve, mockSaid.length]).toEqual([plainStyle.curve, 0]);
  mockAway = false;
  back();
  await waitFor(() => expect(style(it)).toMatchObject({ curve: 0.45, follows: { version: 2 } }));
});

test('keeping, renaming and deleting say that the server is not reached, and all stays as it was', async () => {
  mockKept = [look({})];
  const it = shown(followed());
  await screen.findByText('Follows the look “Paper”.');
  await menu(it, 'Rename or delete kept looks …');
  const list = screen.getByRole('region', { name: 'Kept looks' });
  mockAway = true;
  await it.user.clear(within(list).getByLabelText('Name of “Paper”'));
  await it.user.type(within(list).getByLabelText('Name of “Paper”'), 'Print{Enter}');
  await waitFor(() => expect(mockSaid.map(({ text }) => text)).toEqual([expect.stringMatching(/not reached/)]));
  await it.user.click(within(list).getByRole('button', { name: /^Delete/ }));
  await waitFor(() => expect(mockSaid).toHaveLength(2));
  await menu(it, 'Keep this look in the study …');
  await it.user.type(screen.getByLabelText('Name of the look'), 'Wall{Enter}');
  await waitFor(() => expect(mockSaid).toHaveLength(3));
  expect(mockKept).toEqual([look({})]);
  // So does bringing back what was deleted before.
  mockAway = false;
  await it.user.click(within(list).getByRole('button', { name: /^Delete/ }));
  await waitFor(() => expect(mockSaid).toHaveLength(4));
  mockAway = true;
  mockSaid[3].act?.();
  await waitFor(() => expect(mockSaid.at(-1)?.text).toMatch(/not reached/));
});

test('a kept look is renamed and deleted; styles that followed it stay and say so', async () => {
  mockKept = [look({})];
  const it = shown(followed());
  await screen.findByText('Follows the look “Paper”.');
  await menu(it, 'Rename or delete kept looks …');
  const list = screen.getByRole('region', { name: 'Kept looks' });
  await it.user.clear(within(list).getByLabelText('Name of “Paper”'));
  await it.user.type(within(list).getByLabelText('Name of “Paper”'), 'Print{Enter}');
  await within(list).findByLabelText('Name of “Print”');
  await it.user.click(within(list).getByRole('button', { name: 'Delete “Print”' }));
  await screen.findByText(/that this style followed was deleted/);
  mockSaid.at(-1)?.act?.();
  await screen.findByText('Follows the look “Print”.');
});

describe('palettes', () => {
  const byIsland = { nodeColour: { by: 'category', column: 'island' } };
  const field = async (it: Shown) => {
    const line = screen.getAllByRole('button', { name: /^Colour/ })[0];
    if (line.getAttribute('aria-expanded') === 'false') await it.user.click(line);
    return screen.getByRole('combobox', { name: 'Palette' });
  };
  const pick = async (it: Shown, name: string) => {
    await it.user.click(await field(it));
    await it.user.click(screen.getByRole('option', { name }));
  };

  test('colours of one’s own begin with the palette’s, are written as a list, kept, and used elsewhere', async () => {
    const it = shown(byIsland);
    await pick(it, 'own colours');
    expect(style(it)).toMatchObject({ nodeColour: { own: ['#377393', '#CA791B', expect.any(String), expect.any(String), expect.any(String), expect.any(String), expect.any(String), expect.any(String)] } }); // prettier-ignore
    const list = screen.getByLabelText('As a list');
    await it.user.clear(list);
    await it.user.type(list, '#112233, "#aabbcc"{Enter}');
    expect(style(it)).toMatchObject({ nodeColour: { own: ['#112233', '#aabbcc'] } });
    expect(screen.getByLabelText<HTMLInputElement>('Colour of Ness').value).toBe('#112233');
    await it.user.click(screen.getByRole('button', { name: 'One colour more' }));
    expect(screen.getAllByLabelText(/^Colour \d/)).toHaveLength(3);
    await it.user.click(screen.getByRole('button', { name: 'One colour less' }));
    await it.user.type(screen.getByLabelText('Keep in the study as'), 'Sea{Enter}');
    await waitFor(() => expect(mockKept).toMatchObject([{ kind: 'palette', name: 'Sea', value: ['#112233', '#aabbcc'] }])); // prettier-ignore
    await pick(it, 'Moraine');
    expect((style(it).nodeColour as { own?: string[] }).own).toBeUndefined();
    await pick(it, '“Sea”');
    expect(style(it)).toMatchObject({ nodeColour: { own: ['#112233', '#aabbcc'] } });
    await it.user.click(screen.getByRole('button', { name: 'Rename or delete kept palettes' }));
    expect(screen.getByRole('region', { name: 'Kept palettes' })).toBeTruthy();
  });

  test('a list without two colours is refused with a sentence', async () => {
    const it = shown({ nodeColour: { ...byIsland.nodeColour, own: ['#112233', '#aabbcc'] } });
    await field(it);
    await it.user.clear(screen.getByLabelText('As a list'));
    await it.user.type(screen.getByLabelText('As a list'), 'red, #12{Enter}');
    expect(mockSaid.at(-1)?.text).toMatch(/two to sixty colours/);
    expect(style(it)).toMatchObject({ nodeColour: { own: ['#112233', '#aabbcc'] } });
  });
});
