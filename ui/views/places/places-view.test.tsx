/** @jest-environment jsdom */
import { act, screen, waitFor, within } from '@testing-library/react';
import { type ReactNode, useEffect } from 'react';
import type { KeptRow } from '@/server/kept';
import type { Session } from '@/ui/state/session';
import { inWorkbench, keepers, text } from '@/ui/testing';
import { alone, answer } from '@/worker/questions';
import { blankLooks } from '@/core/style';
import { projectionOf } from '@/core/places';
import type { Placed } from '../graph/stage';
import { PlacesView } from './places-view';

const mockSaid: string[] = [];
jest.mock('@/ui/kit/toast', () => ({
  toast: Object.assign((words: string) => mockSaid.push(words), { error: (words: string) => mockSaid.push(words) }),
}));
let mockKept: KeptRow[] = [];
jest.mock('@/server/actions', () => ({
  listKept: () => Promise.resolve({ ok: true, value: mockKept }),
  createKept: (_study: string, kind: 'outlines', name: string, value: never) => {
    mockKept = [...mockKept, { id: name, kind, name, version: 1, value }];
    return Promise.resolve({ ok: true, value: { id: name, name, version: 1 } });
  },
  deleteKept: () => Promise.resolve({ ok: true }),
}));
/** What the map is told, in place of its drawing. */
const mockStage = {
  placed: undefined as Placed | undefined,
  setPlaced: (placed: Placed) => void (mockStage.placed = placed),
  size: { width: 600, height: 400 },
  camera: { scale: 1, x: 0, y: 0 },
  onView: () => undefined,
  onArea: (_line: number[]): void => undefined,
};
jest.mock('../graph/drawn-map', () => ({
  DrawnMap: function Map({
    onStage,
    corner,
    under,
    children,
  }: Record<string, ReactNode> & { onStage: (stage: unknown) => void }) {
    useEffect(() => onStage(mockStage), [onStage]);
    return (
      <>
        {[under, corner, children].map((part, i) => (
          <div key={i}>{part}</div>
        ))}
      </>
    );
  },
}));
// Reading the coasts of the world takes its time; they are no part of this.
jest.mock('@/core/places/land', () => ({ landOf: () => Promise.resolve(undefined) }));
jest.mock('./ground', () => ({ ...jest.requireActual<object>('./ground'), drawGround: () => undefined }));

const home = {
  type: 'place' as const,
  name: 'home',
  latitude: Float64Array.of(48, 48, 49, NaN),
  longitude: Float64Array.of(-31, -31, -30, NaN),
};
const placed = {
  ...keepers,
  nodeColumns: [
    ...keepers.nodeColumns,
    home,
    { ...home, name: 'born in', latitude: Float64Array.of(48, 1, 2, 3), longitude: Float64Array.of(1, 1, 1, 1) },
  ],
};
const shown = (net = placed, state: object = {}) => {
  const ask = (...given: Parameters<Session['service']['ask']>) =>
    answer('map', net, given[3] as never, alone, () => undefined);
  return inWorkbench(<PlacesView />, { net, looks: blankLooks(net), ...state }, { service: { ask } as never });
};
beforeEach(() => {
  mockSaid.length = 0;
  mockKept = [];
  mockStage.placed = undefined;
});

test('nodes stand at their places; those without are told and stand below; another column puts them elsewhere', async () => {
  const it = shown();
  expect(await screen.findByText(/1 node has no place, and stands below\. Nodes in one spot/)).toBeTruthy();
  const first = mockStage.placed as Placed;
  expect(first.guides?.map(({ text: said }) => said)).toEqual(['without a place']);
  expect(first.positions[7]).toBeGreaterThan(Math.max(...[1, 3, 5].map((i) => first.positions[i])));
  await it.user.click(screen.getByRole('combobox', { name: 'Nodes at' }));
  await it.user.click(screen.getByRole('option', { name: 'at born in' }));
  await waitFor(() => expect(mockStage.placed?.guides).toBeUndefined());
  expect(it.store.getState().places.where).toEqual({ place: 'born in' });
  expect(screen.getByText(/^Nodes in one spot/)).toBeTruthy();
});

test('ties are bowed, faint where an end has no place; by place they are one, and what is not drawn is said', async () => {
  const net = { ...placed, target: Uint32Array.of(1, 2, 0, 3) };
  const it = shown(net);
  await waitFor(() => expect(mockStage.placed).toBeTruthy());
  const looks = { ...blankLooks(net), edgeColour: new Uint8Array(16).fill(200) };
  const dressed = (mockStage.placed as Placed).dress(looks);
  expect([3, 7, 11, 15].map((i) => dressed.edgeColour[i])).toEqual([200, 200, 200, 30]);
  expect([...dressed.bow]).toEqual([0.16, 0.16, 0.16, 0.16]);
  await it.user.click(screen.getByRole('checkbox', { name: 'Ties by place' }));
  expect(await screen.findByText(/is one place: 2 ties within one, 1 tie to nodes without, not drawn\./)).toBeTruthy();
  const one = (mockStage.placed as Placed).dress(looks);
  expect([3, 7, 11, 15].map((i) => one.edgeColour[i])).toEqual([0, 0, 0, 0]);
});

test('an area drawn on the map becomes a sift of its degrees', async () => {
  const it = shown();
  await screen.findByText(/has no place/);
  const { map } = (await answer('map', placed, { tables: [], outlines: [], room: 6 }, alone, () => undefined)) as {
    map: { spec: Parameters<typeof projectionOf>[0] };
  };
  const at = ([east, north]: [number, number]): number[] => projectionOf(map.spec)([east, north]) ?? [];
  const corners: [number, number][] = [
    [-31.5, 47.5],
    [-30.5, 47.5],
    [-30.5, 48.5],
    [-31.5, 48.5],
  ];
  act(() => mockStage.onArea(corners.flatMap(at)));
  const [sift] = it.store.getState().sifting.sifts;
  expect(sift).toMatchObject({ kind: 'area', of: 'nodes', where: { place: 'home' } });
  if (sift.kind !== 'area') throw new Error('no area');
  sift.ring.forEach(([east, north], i) => {
    expect(east).toBeCloseTo(corners[i][0], 2);
    expect(north).toBeCloseTo(corners[i][1], 2);
  });
});

test('without a pointer what is in sight is the area', async () => {
  const it = shown();
  await screen.findByText(/has no place/);
  const heard: number[][] = [];
  const { onArea } = mockStage;
  mockStage.onArea = (line) => void heard.push(line);
  mockStage.camera = { scale: 2, x: 100, y: -40 };
  await it.user.click(screen.getByRole('button', { name: 'Sift by what is in sight' }));
  mockStage.onArea = onArea;
  mockStage.camera = { scale: 1, x: 0, y: 0 };
  const corner = (i: number): number[] => heard[0].slice(16 * i, 16 * i + 2);
  expect(heard[0]).toHaveLength(64);
  expect([0, 1, 2, 3].map(corner)).toEqual([
    [-50, 20],
    [250, 20],
    [250, 220],
    [-50, 220],
  ]);
  expect(heard[0].slice(8, 10)).toEqual([100, 20]);
});

test('outlines are brought in, left away and refused in a sentence', async () => {
  const it = shown();
  await screen.findByText(/has no place/);
  await it.user.click(screen.getByRole('button', { name: 'Outlines' }));
  const bring = (name: string, ...parts: string[]) =>
    it.user.upload(
      screen.getByLabelText('File of outlines'),
      Object.assign(new File(parts, name), { text: () => Promise.resolve(parts.join('')) }),
    );
  await bring('coast.geojson', '{"type":"LineString","coordinates":[[0,0],[1,1]]}');
  await waitFor(() => expect(mockSaid).toEqual(['“coast”: 1 outline on the map.']));
  expect(within(screen.getByRole('dialog')).getByText('“coast”: 1 outline on the map.')).toBeTruthy();
  await it.user.click(await within(screen.getByRole('dialog')).findByRole('checkbox', { name: 'coast' }));
  expect(it.store.getState().places.hidden).toEqual(['coast']);
  await bring('coast.json', 'east;north');
  await waitFor(() => expect(mockSaid[1]).toMatch(/no GeoJSON/));
});

test('without any place a sentence says where places come from; a table that is gone is told with a way out', async () => {
  const first = shown({ ...keepers, nodeColumns: [text('island', 'Ness', '', '', '')] });
  expect(await screen.findByText(/No node has a place here\. Places come from/)).toBeTruthy();
  first.unmount();
  const gone = { column: 'island', table: 'gardens', by: 'name', place: 'at' };
  const it = shown(placed, { places: { where: gone, bundled: false, hidden: [] } });
  expect(await screen.findByText(/The table “gardens”.* is not there any more/)).toBeTruthy();
  await it.user.click(screen.getByRole('button', { name: 'Choose for me' }));
  expect(await screen.findByText(/1 node has no place/)).toBeTruthy();
});
