/** Serves the records' grid: a table sorted and searched, row by row; and previews of files. */
import * as Comlink from 'comlink';
import { TableDesk } from './table-desk';

Comlink.expose(new TableDesk());
