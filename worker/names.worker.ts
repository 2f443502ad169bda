/** Serves the Names page. */
import * as Comlink from 'comlink';
import { NamesDesk } from './names-desk';

Comlink.expose(new NamesDesk());
