/** The files of a study's archive. What each holds is written in `docs/archive.md`, and as JSON Schemas beside it. */
import * as z from 'zod';
import { columnRefSchema } from '../names';
import { columnSpecsSchema } from '../tables';

export const studyFormat = 'nunatak study 1';

const name = z.string().max(200);
const version = z.number().int().min(1).max(2_147_483_647);
const count = z.number().int().min(0).max(2_147_483_647);
const hex = z.string().regex(/^[0-9a-f]{32}$/);
/** Of a thing in the archive: others name it by this. It gets an id of its own where the archive is opened. */
const id = z.uuid();
const text = z.string().max(100_000);
/** A trail as it is stored, whatever its version; the order of its keys stays. */
const storedTrail = z
  .record(z.string(), z.unknown())
  .refine(({ steps }) => Array.isArray(steps), 'it has no list of steps') as unknown as z.ZodType<{
  version?: number;
  steps: unknown[];
}>;
/** A place in the archive: no part of it begins with a dot, so that none leads out. */
const path = z
  .string()
  .max(300)
  .regex(/^[^./\\][^/\\]*(\/[^./\\][^/\\]*)*$/, 'no path of an archive');
const many = <T extends z.ZodType>(one: T) => z.array(one).max(5000).default([]);

/** `study.json`: its name, and what it holds, in the order in which the pages show it. */
export const manifestSchema = z.object({
  format: z.literal(studyFormat),
  name,
  tables: many(z.object({ file: path, types: path })),
  names: many(z.object({ file: path, entries: path })),
  shortlists: many(path),
  kept: many(path),
  networks: many(z.object({ file: path, versions: path.optional(), positions: path.optional() })),
  figures: many(z.object({ file: path, picture: path.optional(), held: path.optional() })),
});

/** Beside a table's CSV: what it is called, and what its columns are. */
export const tableSchema = z.object({
  /** What trails call it. */
  key: z.string().min(1).max(100),
  name,
  /** Where it came from, in words. */
  origin: z.string().max(1000),
  version,
  rows: count,
  columns: columnSpecsSchema.min(1),
  /** Rows of its file that were not taken as records, with their reasons. */
  aside: z
    .array(z.object({ line: z.number().int(), reason: text, cells: z.array(z.string()) }))
    .max(100_000)
    .default([]),
});
export type ArchivedTable = z.output<typeof tableSchema>;

/** A list of names; its entries stand in a CSV of `variant` and `preferred`, where an empty form drops the variant. */
export const namesSchema = z.object({
  name,
  version,
  columns: z.array(columnRefSchema).max(200),
  /** Pairs that were looked at and are not the same, one form to a line. */
  rejected: z.array(text).max(1_000_000).default([]),
});

export const shortlistSchema = z.object({
  id,
  name,
  folder: z.string().max(200).default(''),
  version,
  nodes: z.array(z.object({ id: z.string(), label: z.string() })).max(1_000_000),
});

/** In which folder it lies, as `outer/inner`; absent for none. */
const folder = z.string().max(200).optional();

/** A look, a palette, sifts or outlines that are kept under a name. */
export const keptSchema = z.object({
  id,
  kind: z.enum(['look', 'palette', 'sift', 'outlines']),
  name,
  folder,
  version,
  value: z.unknown(),
});

/** What the last run of a network came to, so that its card has a picture and opening it lays nothing out. */
export const resultSchema = z.object({
  digest: hex,
  nodes: count,
  edges: count,
  groups: count.nullable(),
  /** An SVG as a data address; pages show it as an image, in which nothing runs. */
  picture: z
    .string()
    .max(600_000)
    .regex(/^data:image\/svg\+xml;base64,[A-Za-z0-9+/=]*$/),
  /** Digest of the layout that the positions belong to. */
  layout: hex.nullable(),
});

/** A network: its trail, and what the last run came to, so that its card has a picture. */
export const networkSchema = z.object({
  id,
  name,
  folder,
  version,
  /** As `trail.schema.json` has it, with the version of its format. */
  trail: storedTrail,
  result: resultSchema.optional(),
});

/** A line of a network's versions: its trail as it was, and when that was stored. */
export const versionSchema = z.object({
  version,
  at: z.iso.datetime(),
  trail: storedTrail,
});

export const figureFileSchema = z.object({
  id,
  name,
  folder,
  version,
  settings: z.record(z.string(), z.unknown()),
});

export type Manifest = z.output<typeof manifestSchema>;
export type ArchivedNames = z.output<typeof namesSchema> & { entries: Record<string, string> };
export type ArchivedShortlist = z.output<typeof shortlistSchema>;
export type ArchivedKept = z.output<typeof keptSchema>;
export type ArchivedNetwork = z.output<typeof networkSchema>;
export type ArchivedVersion = z.output<typeof versionSchema>;
export type ArchivedFigure = z.output<typeof figureFileSchema>;

/** Ids of an archive: a UUID by kind and number, so that the same study gives the same bytes wherever it lies. */
export const archiveId = (kind: 'shortlist' | 'kept' | 'network' | 'figure', number: number): string =>
  `00000000-0000-8000-800${['shortlist', 'kept', 'network', 'figure'].indexOf(kind) + 1}-${String(number).padStart(12, '0')}`;
