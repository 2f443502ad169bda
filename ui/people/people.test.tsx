/** @jest-environment jsdom */
/** Pages of people: who may do what there, and what is sent. */
import { cleanup, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';
import type { FiledThing } from '@/server/filing';
import type { Member } from '@/server/people/members';
import type { PersonRow } from '@/server/people';
import { AccountMenu } from '@/ui/kit/account-menu';
import { initialsOf } from '@/ui/kit/initials';
import { own } from '@/core/own';
import { bytesInWords } from '@/ui/kit';
import { type House, WhoProvider } from '@/ui/kit/who';
import '@/ui/testing';
import { AdministrationPage } from './administration';
import { LinkPage } from './link';
import { PeoplePage } from './people-page';
import { SignInPage } from './sign-in';

const mockSent: [string, ...unknown[]][] = [];
const mockWent: string[] = [];
let mockAnswer: (name: string) => unknown = () => ({ ok: true, value: undefined });
jest.mock(
  '@/server/actions',
  () =>
    new Proxy(
      {},
      {
        get:
          (_, name: string) =>
          (...given: unknown[]) => {
            mockSent.push([name, ...given]);
            return Promise.resolve(mockAnswer(name));
          },
      },
    ),
);
jest.mock('next/navigation', () => ({
  useRouter: () => ({ refresh: () => mockWent.push('again'), push: (to: string) => mockWent.push(to) }),
}));
jest.mock('@/ui/kit/top-bar', () => ({ TopBar: () => null }));
jest.mock('@/ui/together/study-places', () => ({ StudyPlaces: () => null }));
const mockSaid: string[] = [];
jest.mock('@/ui/kit/toast', () => ({
  toast: Object.assign((words: string) => mockSaid.push(words), { error: (words: string) => mockSaid.push(words) }),
}));
beforeEach(() => {
  mockSent.length = mockWent.length = mockSaid.length = 0;
  mockAnswer = () => ({ ok: true, value: undefined });
});
const shown = (what: ReactNode, house: House = { accounts: true }) => {
  render(
    <WhoProvider house={house}>
      <Tooltip.Provider>{what}</Tooltip.Provider>
    </WhoProvider>,
  );
  return userEvent.setup();
};

describe('people of a study', () => {
  const someone = (name: string, role: Member['role'], you = false): Member => ({
    id: name,
    name,
    email: `${name}@x`,
    role,
    since: new Date(0),
    you,
  });
  const members = [someone('Thorne', 'owner', true), someone('Rowe', 'reader')];
  const to = { kind: 'figure' as const, thing: 'f', endsAt: new Date(Date.UTC(2027, 2, 1)) };
  const links = [
    { id: 'l', ...to, name: 'Carriers', records: false, by: 'Thorne', opened: 14 },
    { id: 'm', ...to, kind: 'network' as const, name: 'Fire', records: true, by: null, opened: 0 },
  ];
  const happened = [
    {
      id: 2,
      who: 'Lyng',
      what: 'changed the names “Keepers”: joined 4 spellings',
      times: 3,
      at: new Date(Date.UTC(2026, 10, 5, 9, 7)),
      version: 12,
      place: 'names?list=k',
    },
    {
      ...{ id: 1, who: null, what: 'left the study', times: 1, version: null, place: null },
      at: new Date(Date.UTC(2026, 10, 4)),
    },
  ];
  const thing = (name: string, more: Partial<FiledThing> = {}): FiledThing => ({
    kind: 'network',
    id: name,
    what: 'network',
    name,
    folder: '',
    seen: 'everybody',
    owner: { id: 'Thorne', name: 'Thorne' },
    mine: true,
    teams: [],
    seenBy: ['Thorne', 'Rowe'],
    yours: true,
    link: false,
    lacks: [],
    ...more,
  });
  const toTeam: Partial<FiledThing> = {
    kind: 'shortlist',
    what: 'shortlist',
    folder: 'carriers/old',
    seen: 'teams',
    teams: ['b'],
    seenBy: ['Thorne'],
    link: true,
    lacks: ['Few'],
  };
  const page = (role: Member['role']) => (
    <PeoplePage
      study={{ id: 's', name: 'Sound', role }}
      members={members}
      teams={[{ id: 'b', name: 'Bulletin readers', own: true, people: ['Thorne'] }]}
      things={[
        thing('Who sent seed'),
        thing('Between islands', toTeam),
        { ...thing('Ledger'), what: 'look', kind: 'kept', yours: false },
      ]}
      links={links}
      happened={happened}
    />
  );

  test('an owner changes roles, removes, and adds', async () => {
    const user = shown(page('owner'));
    await user.click(screen.getByRole('combobox', { name: 'Role of Rowe' }));
    await user.click(screen.getByRole('option', { name: 'editor' }));
    await user.click(screen.getByRole('button', { name: 'Remove Rowe' }));
    await user.click(screen.getByRole('button', { name: 'Add somebody' }));
    await user.type(screen.getByLabelText('E-mail'), 'lyng@x.org');
    await user.click(screen.getByRole('button', { name: 'Add to the study' }));
    await waitFor(() =>
      expect(mockSent).toEqual([
        ['changeRole', 's', 'Rowe', 'editor'],
        ['removeMember', 's', 'Rowe'],
        ['addMember', 's', 'lyng@x.org', 'editor'],
      ]),
    );
  });

  test('who does not own it sees who is there, and can leave', async () => {
    const user = shown(page('editor'));
    expect(screen.queryByRole('combobox')).toBeNull();
    expect(screen.queryByRole('button', { name: /Add|Remove/ })).toBeNull();
    mockAnswer = () => ({ ok: false, fault: 'A study needs an owner.' });
    await user.click(screen.getByRole('button', { name: 'leave' }));
    await waitFor(() => expect(mockSaid).toEqual(['A study needs an owner.']));
    mockAnswer = () => ({ ok: true, value: undefined });
    await user.click(screen.getByRole('button', { name: 'leave' }));
    await waitFor(() => expect(mockWent).toContain('/'));
  });

  test('who sees what: a row for each thing under its kind and folder, with a sign for each person and for links', () => {
    shown(page('owner'));
    const table = within(screen.getByRole('region', { name: 'Who sees what' }));
    const rows = table.getAllByRole('row').map((row) => row.textContent);
    expect(rows).toEqual([
      'ThingThorneRowelink',
      'Networks',
      'Who sent seedeverybody Thorne may changeRowe seesWhoever has a link does not see',
      'Shortlists · carriers / old',
      'Between islandsBulletin readers and a link made from “Few”, which not all of them seeThorne may changeRowe does not seeWhoever has a link sees',
      'Looks',
      'Ledgereverybody Thorne may changeRowe seesWhoever has a link does not see',
    ]);
    expect(screen.getByRole('list', { name: 'Teams' }).textContent).toContain(
      'Bulletin readers1 person: Thornesees 1 shortlist',
    );
  });

  test('several things are chosen and filed at once; nothing of it for a reader', async () => {
    const user = shown(page('editor'));
    mockAnswer = (name) => ({
      ok: true,
      value: own(
        {
          whoSees: [thing('Who sent seed'), thing('Between islands', toTeam)],
          listTeams: [{ id: 'b', name: 'Bulletin readers', own: true, people: ['Thorne'] }],
        },
        name,
      ),
    });
    await user.click(screen.getByRole('checkbox', { name: 'Choose Who sent seed' }));
    await user.click(screen.getByRole('checkbox', { name: 'Choose Between islands' }));
    await user.click(screen.getByRole('button', { name: 'Folder and who sees them' }));
    const form = within(await screen.findByRole('form', { name: 'Folder and who sees it' }));
    await user.type(form.getByLabelText('Folder'), 'new');
    await user.click(form.getByRole('radio', { name: 'Teams' }));
    await user.click(form.getByRole('checkbox', { name: /Bulletin readers/ }));
    await user.click(form.getByRole('button', { name: 'File' }));
    const refs = [
      { kind: 'network', id: 'Who sent seed' },
      { kind: 'shortlist', id: 'Between islands' },
    ];
    await waitFor(() =>
      expect(mockSent).toContainEqual(['fileThings', 's', refs, { folder: 'new', seen: 'teams', teams: ['b'] }]),
    );
    await waitFor(() =>
      expect(mockSaid.join()).toContain('“Between islands” is made from “Few”, which not all who see it see.'),
    );
    await waitFor(() => expect(screen.queryByText('2 things chosen')).toBeNull());
    cleanup();
    shown(page('reader'));
    expect(screen.queryByRole('checkbox')).toBeNull();
    expect(screen.queryByRole('button', { name: /^Folder/ })).toBeNull();
  });

  test('somebody else’s thing goes into a folder, and its owner alone says who sees it; what is left as it is is not sent', async () => {
    const user = shown(page('editor'));
    mockAnswer = (name) => ({
      ok: true,
      value: own(
        {
          whoSees: [{ ...thing('Who sent seed'), mine: false, yours: false, owner: { id: 'o', name: 'B. Lyng' } }],
          listTeams: [],
        },
        name,
      ),
    });
    await user.click(screen.getByRole('button', { name: /^Folder of Who sent seed/ }));
    const form = within(await screen.findByRole('form', { name: 'Folder and who sees it' }));
    expect(form.getByRole('radio', { name: 'Only me' }).matches(':disabled')).toBe(true);
    expect(form.getByText(/is B. Lyng’s: they and the owners of the study/)).toBeTruthy();
    await user.click(form.getByRole('button', { name: 'File' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(mockSent.some(([name]) => name === 'fileThings')).toBe(false);
  });

  test('an owner makes, changes and deletes teams; what does not do is said', async () => {
    const user = shown(page('owner'));
    await user.click(screen.getByRole('button', { name: 'Team' }));
    const form = within(screen.getByRole('form', { name: 'New team' }));
    await user.type(form.getByLabelText('Name'), 'Ledger room');
    await user.click(form.getByRole('checkbox', { name: 'Rowe' }));
    mockAnswer = () => ({ ok: false, fault: 'There is a team called so.' });
    await user.click(form.getByRole('button', { name: 'Make the team' }));
    expect((await screen.findByRole('alert')).textContent).toContain('There is a team called so.');
    mockAnswer = () => ({ ok: true, value: undefined });
    await user.click(form.getByRole('button', { name: 'Make the team' }));
    await waitFor(() => expect(screen.queryByRole('form', { name: 'New team' })).toBeNull());
    await user.click(screen.getByRole('button', { name: 'Bulletin readers: more' }));
    await user.click(screen.getByRole('menuitem', { name: 'Name and people' }));
    const held = within(await screen.findByRole('form', { name: 'Team Bulletin readers' }));
    await user.click(held.getByRole('checkbox', { name: 'Thorne' }));
    await user.click(held.getByRole('button', { name: 'Change the team' }));
    await user.click(await screen.findByRole('button', { name: 'Bulletin readers: more' }));
    await user.click(screen.getByRole('menuitem', { name: 'Delete' }));
    await waitFor(() =>
      expect(mockSent.filter(([name]) => /Team$/.test(name))).toEqual([
        ['makeTeam', 's', 'Ledger room', ['Rowe']],
        ['makeTeam', 's', 'Ledger room', ['Rowe']],
        ['changeTeam', 's', 'b', { name: 'Bulletin readers', people: [] }],
        ['deleteTeam', 's', 'b'],
      ]),
    );
    cleanup();
    shown(page('editor'));
    expect(screen.queryByRole('button', { name: 'Team' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Bulletin readers: more' })).toBeNull();
  });

  test('what happened, by whom, and how often', () => {
    shown(page('reader'));
    const rows = within(screen.getByRole('list', { name: 'What happened' })).getAllByRole('listitem');
    expect(rows.map((one) => one.textContent)).toEqual([
      'Lyng changed the names “Keepers”: joined 4 spellings · version 12 · 3 times · 5 Nov 2026, 09:07 UTC',
      'Somebody left the study · 4 Nov 2026, 00:00 UTC',
    ]);
  });

  test('links for outsiders are listed, and ended by who may change the study', async () => {
    const user = shown(page('editor'));
    const rows = within(screen.getByRole('list', { name: 'Links for outsiders' })).getAllByRole('listitem');
    expect(rows.map((one) => one.querySelector('p')?.textContent)).toEqual([
      'Carriers, to explore without records · until 1 Mar 2027 · opened 14 times · by Thorne',
      'Fire, to read with records · until 1 Mar 2027 · not opened yet',
    ]);
    await user.click(screen.getByRole('button', { name: 'End the link to Carriers' }));
    await waitFor(() => expect(mockSent).toEqual([['endLink', 's', 'l']]));
    cleanup();
    shown(page('reader'));
    expect(screen.queryByRole('button', { name: /^End the link/ })).toBeNull();
  });

  test('what does not do is said at the form, and what was typed stays', async () => {
    const user = shown(page('owner'));
    mockAnswer = () => ({ ok: false, fault: 'Nobody here has the address.' });
    await user.click(screen.getByRole('button', { name: 'Add somebody' }));
    await user.type(screen.getByLabelText('E-mail'), 'no@x.org');
    await user.click(screen.getByRole('button', { name: 'Add to the study' }));
    expect((await screen.findByRole('alert')).textContent).toContain('Nobody here has the address.');
    expect(screen.getByLabelText<HTMLInputElement>('E-mail').value).toBe('no@x.org');
  });
});

describe('administration', () => {
  const row = (name: string, more: Partial<PersonRow> = {}): PersonRow => ({
    id: name,
    name,
    email: `${name}@x`,
    administrator: false,
    standing: false,
    deactivated: false,
    invited: false,
    sessions: 0,
    lastSignIn: null,
    you: false,
    ...more,
  });
  const people = [
    row('Thorne', { administrator: true, you: true, sessions: 2, lastSignIn: new Date(Date.UTC(2026, 10, 3)) }),
    row('Lyng'),
    row('Gone', { deactivated: true }),
  ];
  const page = (
    <AdministrationPage
      people={people}
      teams={[{ id: 'h', name: 'All rooms', own: false, people: ['Lyng'] }]}
      studies={[{ id: 's', name: 'Sound', owners: ['Thorne', 'Lyng'], tables: 8, bytes: 4_123_456 }]}
      work={{
        workers: [
          { host: 'skua', pid: 41, threads: 2, sameVersion: true },
          { host: 'tern', pid: 7, threads: 1, sameVersion: false },
        ],
        ...{ waiting: 3, running: 1, results: { count: 12, bytes: 5_000_000 }, limits: { days: 30, megabytes: 4096 } },
      }}
      version="0.1.0"
    />
  );
  const choose = async (user: ReturnType<typeof shown>, name: string, entry: string): Promise<void> => {
    await user.click(screen.getByRole('button', { name: `${name}: more` }));
    await user.click(await screen.findByRole('menuitem', { name: entry }));
  };

  test('who takes runs, what results take up, and limits that are set', async () => {
    const user = shown(page);
    const work = within(screen.getByRole('region', { name: 'Runs on the server' }));
    expect(work.getByText('2 worker processes; 1 run under way, 3 waiting.')).toBeTruthy();
    const processes = within(work.getByRole('list', { name: 'Worker processes' }));
    expect(processes.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
      'skuaprocess 41, 2 parts at a time',
      'ternprocess 7, 1 part at a time, of another version: start it anew',
    ]);
    expect(screen.getByRole('region', { name: 'Runs on the server' }).textContent).toContain(
      `12 results are kept and take up ${bytesInWords(5_000_000)}.`,
    );
    await user.clear(work.getByLabelText('Days without use'));
    await user.type(work.getByLabelText('Days without use'), '7');
    await user.click(work.getByRole('button', { name: 'Set' }));
    expect(mockSent).toContainEqual(['setResultLimits', { days: 7, megabytes: 4096 }]);
  });

  test('who is there, and what is held', () => {
    shown(page);
    const rows = within(screen.getByRole('list', { name: 'People of this server' })).getAllByRole('listitem');
    expect(rows[0].textContent).toContain('administrator · 2 sessions · last in 3 Nov 2026');
    expect(rows[2].textContent).toContain('deactivated');
    expect(screen.getByRole('row', { name: /Sound/ }).textContent).toBe('SoundThorne, Lyng8 tables4.1 MB');
  });

  test('an invitation gives a link, shown this once', async () => {
    const user = shown(page);
    mockAnswer = (name) => ({ ok: true, value: name === 'invite' ? { token: 'abc' } : undefined });
    await user.click(screen.getByRole('button', { name: 'Invite' }));
    await user.type(screen.getByLabelText('Name'), 'C. Ausk');
    await user.type(screen.getByLabelText('E-mail'), 'ausk@x.org');
    await user.click(screen.getByRole('button', { name: 'Make a link' }));
    const field = await screen.findByLabelText<HTMLInputElement>('Link for C. Ausk');
    expect(field.value).toBe('http://localhost/link/abc');
    expect(mockSent[0]).toEqual(['invite', 'C. Ausk', 'ausk@x.org', false]);
    await user.click(screen.getByRole('button', { name: 'Done' }));
    expect(screen.queryByLabelText('Link for C. Ausk')).toBeNull();
  });

  test('people are let out and in, made administrators, and given links', async () => {
    const user = shown(page);
    await choose(user, 'Lyng', 'Make an administrator');
    await choose(user, 'Lyng', 'Deactivate');
    await choose(user, 'Gone', 'Let in again');
    await choose(user, 'Thorne', 'End all sessions');
    mockAnswer = () => ({ ok: true, value: { token: 'xyz' } });
    await choose(user, 'Lyng', 'A link to set the password');
    expect(await screen.findByLabelText('Link for Lyng')).toBeTruthy();
    expect(mockSent).toEqual([
      ['setAdministrator', 'Lyng', true],
      ['setActive', 'Lyng', false],
      ['setActive', 'Gone', true],
      ['endSessions', 'Thorne'],
      ['resetLink', 'Lyng'],
    ]);
    await user.click(screen.getByRole('button', { name: 'Thorne: more' }));
    expect((await screen.findByRole('menuitem', { name: 'Deactivate' })).getAttribute('aria-disabled')).toBe('true');
  });
});

describe('the door', () => {
  test('a wrong password is said; the fields stay', async () => {
    const user = shown(<SignInPage />);
    mockAnswer = () => ({ ok: false, fault: 'E-mail address or password are not right.' });
    await user.type(screen.getByLabelText('E-mail'), 'lyng@x.org');
    await user.type(screen.getByLabelText('Password'), 'secret words');
    await user.click(screen.getByRole('button', { name: 'Sign in' }));
    expect((await screen.findByRole('alert')).textContent).toContain('not right');
    expect(mockSent).toEqual([['signIn', 'lyng@x.org', 'secret words']]);
  });

  test('a link asks for what it needs', () => {
    const opened = (kind: 'first' | 'reset' | 'invitation') => ({
      ok: true as const,
      value: { kind, name: 'C. Ausk', email: 'ausk@x.org' },
    });
    const fields = (): string[] => screen.getAllByText(/^(Your name|E-mail|Password)$/).map((one) => one.textContent);
    const first = render(<LinkPage token="t" opened={opened('first')} />);
    expect(fields()).toEqual(['Your name', 'E-mail', 'Password']);
    first.unmount();
    const invitation = render(<LinkPage token="t" opened={opened('invitation')} />);
    expect(fields()).toEqual(['Your name', 'Password']);
    invitation.unmount();
    const reset = render(<LinkPage token="t" opened={opened('reset')} />);
    expect(fields()).toEqual(['Password']);
    reset.unmount();
    render(<LinkPage token="t" opened={{ ok: false, fault: 'This link is not good any more.' }} />);
    expect(screen.getByText('This link is not good any more.')).toBeTruthy();
  });
});

describe('the account menu', () => {
  const who = { id: 'a', name: 'A. Thorne', email: 'a@x', administrator: true };
  const entries = async (): Promise<(string | null)[]> => {
    await screen.findAllByRole('menuitem');
    return screen.getAllByRole('menuitem').map((one) => one.textContent);
  };
  test('with accounts: one’s own, the administration, and out', async () => {
    shown(<AccountMenu />, { who, accounts: true });
    expect(await entries()).toEqual(['Your account', 'Administration', 'Sign out']);
    expect(mockSent).toEqual([]);
  });
  test('without: as whom else the study can be looked at', async () => {
    mockAnswer = () => ({ ok: true, value: [{ id: 'd', name: 'D. Rowe' }] });
    shown(<AccountMenu />, { who, accounts: false });
    await screen.findByRole('menuitem', { name: 'Look as D. Rowe' });
    expect(await entries()).toEqual(['Administration', 'Look as D. Rowe']);
  });
  test('nobody, no menu', () => {
    shown(<AccountMenu />);
    expect(screen.queryByRole('button')).toBeNull();
  });
});

test.each([
  ['A. Thorne', 'AT'],
  ['Maud', 'M'],
  ['種 まく', '種ま'],
  ['', '?'],
  ['  x  y  z ', 'XZ'],
])('%j in letters: %s', (name, wanted) => expect(initialsOf(name)).toBe(wanted));

test.each([
  [0, '0 bytes'],
  [999, '999 bytes'],
  [1234, '1.2 kB'],
  [9999, '10 kB'],
  [999_600, '1.0 MB'],
  [4_123_456, '4.1 MB'],
  [7.2e15, '7200 TB'],
])('%d bytes are %s', (bytes, wanted) => expect(bytesInWords(bytes)).toBe(wanted));
