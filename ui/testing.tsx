/** What tests of components share: a workbench around what is shown, and what jsdom lacks of a browser. */
import { type RenderResult, render } from '@testing-library/react';
import userEvent, { type UserEvent } from '@testing-library/user-event';
import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';
import type { Network } from '@/core/graph';
import type { Column } from '@/core/tables';
import { type Trail, readTrail } from '@/core/trail';
import { WorkbenchContext } from '@/ui/state/context';
import type { Session } from '@/ui/state/session';
import { type Workbench, type WorkbenchStore, createWorkbench } from '@/ui/state/store';

// Many clicks take their time on a busy machine.
jest.setTimeout(60_000);

// Menus and lists of choices ask for these; there is nothing to scroll or to capture.
Object.assign(window.Element.prototype, {
  scrollIntoView: () => undefined,
  hasPointerCapture: () => false,
  setPointerCapture: () => undefined,
  releasePointerCapture: () => undefined,
});
class NoResizing {
  observe(): void {
    // Sizes do not change here.
  }
  unobserve(): void {
    // Sizes do not change here.
  }
  disconnect(): void {
    // Sizes do not change here.
  }
}
Object.assign(globalThis, { ResizeObserver: NoResizing });

export const text = (name: string, ...values: string[]): Column => {
  const dictionary = [...new Set(values.filter((value) => value !== ''))];
  return { type: 'text', name, dictionary, codes: Int32Array.from(values, (value) => dictionary.indexOf(value)) };
};
export const number = (name: string, ...values: number[]): Column => ({
  type: 'number',
  name,
  values: Float64Array.from(values),
});

/** Four keepers on two islands. */
export const keepers: Network = {
  directed: true,
  ids: ['k1', 'k2', 'k3', 'k4'],
  labels: ['Alban Pell', 'Tove Lorne', 'Ragna Wick', 'Maud Oxley'],
  source: Uint32Array.of(0, 0, 1, 2),
  target: Uint32Array.of(1, 2, 0, 1),
  weight: Float64Array.of(3, 1, 2, 5),
  weightName: 'packets',
  nodeColumns: [text('island', 'Ness', 'Ness', 'Holm', ''), number('degree', 3, 3, 2, 0)],
  edgeColumns: [text('certainty', 'recorded', 'hearsay', 'recorded', 'recorded')],
};

export const trail = (...steps: object[]): Trail =>
  readTrail({
    version: 2,
    steps: [
      { id: 's1', kind: 'ties', on: true, table: 'consignments', from: 'from', to: 'to' },
      ...steps.map((step, i) => ({ id: `s${i + 2}`, on: true, ...step })),
    ],
  });

export interface Shown extends RenderResult {
  store: WorkbenchStore;
  user: UserEvent;
}

/** Shows something in a workbench whose state is as given. */
export function inWorkbench(what: ReactNode, state: Partial<Workbench> = {}, session?: Partial<Session>): Shown {
  const store = createWorkbench({
    study: { id: 'study', name: 'Orrin Sound' },
    network: { id: 'network', name: 'Who sent seed to whom', version: 1, layout: null },
    networks: [],
    shortlists: [],
    tables: [{ key: 'consignments', name: 'consignments', version: 1, rows: 1900, columns: [] }],
    names: [],
    trail: state.trail ?? trail(),
  });
  store.setState({ net: keepers, running: false, ...state });
  const value = { store, session: { current: session as Session | undefined } };
  const around = ({ children }: { children: ReactNode }): ReactNode => (
    <Tooltip.Provider>
      <WorkbenchContext.Provider value={value}>{children}</WorkbenchContext.Provider>
    </Tooltip.Provider>
  );
  const shown = render(what, { wrapper: around });
  return { ...shown, store, user: userEvent.setup() };
}
