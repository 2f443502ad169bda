/** Draws figures off the page's thread. */
import * as Comlink from 'comlink';
import { FigureDesk } from './figure-desk';

Comlink.expose(new FigureDesk());
