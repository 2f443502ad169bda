/** All formats in which a network is written, in the order in which they are offered. */
import { edgesCsv } from './edges-csv';
import type { WrittenFormat } from './format';
import { graphmlFile } from './graphml';
import { jsonFile } from './json';
import { ndjsonFile } from './ndjson';
import { nodesCsv } from './nodes-csv';
import { xlsxFile } from './xlsx';

export type { WrittenFormat };
export const writtenFormats: readonly WrittenFormat[] = [
  nodesCsv,
  edgesCsv,
  xlsxFile,
  graphmlFile,
  jsonFile,
  ndjsonFile,
];

export const writtenFormat = (key: string): WrittenFormat | undefined =>
  writtenFormats.find((format) => format.key === key);
