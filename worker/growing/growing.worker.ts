/** Serves the page of a feed. */
import * as Comlink from 'comlink';
import { GrowingDesk } from './desk';

Comlink.expose(new GrowingDesk());
