/** All views, in the order of their tabs. To add one: its component and a line here. */
import dynamic from 'next/dynamic';
import { nothing } from '@/ui/kit';
import { GraphView } from './graph/graph-view';
import type { View } from './view';

// What is looked at now and then comes when it is; the graph is there at once.
export const views: readonly View[] = [
  { key: 'graph', title: 'Graph', does: 'Show the graph', component: GraphView },
  {
    key: 'table',
    title: 'Table',
    does: 'Show the table',
    component: dynamic(() => import('./table/table-view').then((it) => it.TableView), { loading: nothing }),
  },
  {
    key: 'cards',
    title: 'Cards',
    does: 'Show the nodes as cards',
    component: dynamic(() => import('./cards/cards-view').then((it) => it.CardsView), { loading: nothing }),
  },
  {
    key: 'lanes',
    title: 'Lanes',
    does: 'Show what happened, lane by lane',
    component: dynamic(() => import('./lanes/lanes-view').then((it) => it.LanesView), { loading: nothing }),
  },
  {
    key: 'places',
    title: 'Places',
    does: 'Show the nodes on a map',
    component: dynamic(() => import('./places/places-view').then((it) => it.PlacesView), { loading: nothing }),
  },
  {
    key: 'matrix',
    title: 'Matrix',
    does: 'Show the ties as a matrix',
    aside: true,
    component: dynamic(() => import('./matrix/matrix-view').then((it) => it.MatrixView), { loading: nothing }),
  },
  {
    key: 'measures',
    title: 'Measures',
    aside: true,
    does: 'Show measures side by side',
    component: dynamic(() => import('./measures/measures-view').then((it) => it.MeasuresView), { loading: nothing }),
  },
  {
    key: 'chance',
    whole: true,
    title: 'Chance',
    aside: true,
    does: 'Hold the network against chance',
    component: dynamic(() => import('./chance/chance-view').then((it) => it.ChanceView), { loading: nothing }),
  },
  {
    key: 'paths',
    whole: true,
    title: 'Paths',
    aside: true,
    does: 'Find paths',
    component: dynamic(() => import('./paths/paths-view').then((it) => it.PathsView), { loading: nothing }),
  },
  {
    key: 'contacts',
    whole: true,
    title: 'Contacts',
    aside: true,
    does: 'Contacts of two groups',
    component: dynamic(() => import('./contacts/contacts-view').then((it) => it.ContactsView), { loading: nothing }),
  },
  {
    key: 'compare',
    title: 'Compare',
    does: '',
    asked: true,
    component: dynamic(() => import('./compare/compare-view').then((it) => it.CompareView), { loading: nothing }),
  },
];
