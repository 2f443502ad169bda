/** All views, in the order of their tabs. To add one: its component and a line here. */
import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import { GraphView } from './graph/graph-view';

export interface View {
  /** As the address writes it. */
  key: string;
  title: string;
  /** What finds it among the things to do. */
  does: string;
  /** It has a tab only while it is shown. */
  asked?: boolean;
  component: ComponentType;
}

// What is looked at now and then comes when it is; the graph is there at once.
export const views: readonly View[] = [
  { key: 'graph', title: 'Graph', does: 'Show the graph', component: GraphView },
  {
    key: 'table',
    title: 'Table',
    does: 'Show the table',
    component: dynamic(() => import('./table/table-view').then((it) => it.TableView)),
  },
  {
    key: 'measures',
    title: 'Measures',
    does: 'Show measures side by side',
    component: dynamic(() => import('./measures/measures-view').then((it) => it.MeasuresView)),
  },
  {
    key: 'chance',
    title: 'Chance',
    does: 'Hold the network against chance',
    component: dynamic(() => import('./chance/chance-view').then((it) => it.ChanceView)),
  },
  {
    key: 'paths',
    title: 'Paths',
    does: 'Find paths',
    component: dynamic(() => import('./paths/paths-view').then((it) => it.PathsView)),
  },
  {
    key: 'contacts',
    title: 'Contacts',
    does: 'Contacts of two groups',
    component: dynamic(() => import('./contacts/contacts-view').then((it) => it.ContactsView)),
  },
  {
    key: 'compare',
    title: 'Compare',
    does: '',
    asked: true,
    component: dynamic(() => import('./compare/compare-view').then((it) => it.CompareView)),
  },
];

export const viewOf = (name: string): View => views.find(({ key }) => key === name) ?? views[0];

/** Those that have a tab of their own; the digits on the keyboard are in their order. */
export const tabs: readonly View[] = views.filter(({ asked }) => !asked);
