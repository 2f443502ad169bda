/** What can be set of the way from records to a network. */
import * as z from 'zod';

/** How the records behind a tie become one value: see `gather.ts`. */
export const gatherings = ['count', 'sum', 'mean', 'min', 'max', 'first', 'last', 'list', 'most frequent'] as const;
export type Gathering = (typeof gatherings)[number];

/** How weights take the members' frequency out: see `project.ts`. */
export const normalisations = ['none', 'association strength', 'cosine', 'jaccard', 'inclusion'] as const;
export type Normalisation = (typeof normalisations)[number];

/** A table whose rows describe nodes: matched by `match` (or its identity), called by `label`; `kind` says what they are, else the table's name. */
export const describesSchema = z.object({
  table: z.string(),
  match: z.string(),
  label: z.string().optional(),
  kind: z.string().optional(),
});
export type Describes = z.infer<typeof describesSchema>;
const described = z.union([describesSchema, z.array(describesSchema)]);

const step = {
  id: z.string(),
  kind: z.literal('ties'),
  on: z.boolean(),
  /** The question that was asked, for the editor; it changes nothing of the network. */
  question: z.string().optional(),
  /** The table whose rows are read. */
  table: z.string(),
  /** What becomes of values that the describing tables do not have. */
  unmatched: z.enum(['create', 'leave']).default('create'),
  /** Columns of the edges out of their records' columns; absent: by type. */
  gather: z.array(z.object({ column: z.string(), as: z.enum(gatherings) })).optional(),
  /** Nodes taken out one by one, by id. */
  leftOut: z.array(z.string()).default([]),
  /** Only so many nodes, those with the greatest sum of pair weights. */
  strongest: z.number().int().min(1).optional(),
  /** Edges under this weight are left out; read before weights are normalised. */
  minWeight: z.number().default(0),
  part: z.enum(['all', 'largest']).default('all'),
};
const weight = {
  /** The number column that edges weigh by; absent: the number of records. */
  weight: z.string().optional(),
  weightBy: z.enum(['sum', 'mean', 'max']).default('sum'),
};

export const directSchema = z.object({
  ...step,
  make: z.literal('direct').optional(),
  /** The columns of the two ends; a list makes a tie for each of its values. */
  from: z.string(),
  to: z.string(),
  directed: z.boolean().default(true),
  parallel: z.enum(['sum', 'keep']).default('sum'),
  /** Of an undirected network: whether a–b and b–a are one edge. */
  opposite: z.enum(['merge', 'keep']).default('merge'),
  loops: z.enum(['keep', 'drop']).default('drop'),
  ...weight,
  /** What describes the nodes at both ends, or at the first where `others` describes those at the second. */
  nodes: described.optional(),
  others: described.optional(),
  /** What the two ends are, in a word each, where they are of two kinds; the network is then two-mode. */
  kinds: z.tuple([z.string(), z.string()]).optional(),
  minRecords: z.number().int().min(0).default(0),
});

export const incidenceSchema = z.object({
  ...step,
  make: z.literal('incidence'),
  /** One side: values of columns, or, where none are named, the records themselves. */
  left: z.array(z.string()).default([]),
  /** The other side: values of one or several columns. */
  right: z.array(z.string()).min(1),
  /** Both sides; or ties among one of them by what they share on the other. */
  result: z.enum(['two-mode', 'left', 'right']).default('right'),
  /** What describes the nodes of the left and of the right side. */
  nodes: described.optional(),
  others: described.optional(),
  /** What the two sides are, in a word each. */
  kinds: z.tuple([z.string(), z.string()]).optional(),
  /** The column that records are called by, where they are nodes; absent: their identity. */
  label: z.string().optional(),
  counting: z.enum(['full', 'fractional']).default('full'),
  /** Records with more values than this are left out. */
  mostValues: z.number().int().min(1).optional(),
  /** Values that stand in more records than this tie nobody. */
  mostRecords: z.number().int().min(1).optional(),
  /** Records in which a node must stand, counted after Names and before pairs. */
  minRecords: z.number().int().min(0).default(1),
  normalise: z.enum(normalisations).default('none'),
  ...weight,
});

export const citationSchema = z.object({
  ...step,
  make: z.literal('citation'),
  /** The list column of references. */
  references: z.string(),
  /** Columns of the records that references are matched by; those absent are not tried. */
  key: z.string().optional(),
  doi: z.string().optional(),
  authors: z.string().optional(),
  year: z.string().optional(),
  title: z.string().optional(),
  /** The column that records are called by; absent: their identity. */
  label: z.string().optional(),
  minRecords: z.number().int().min(0).default(0),
});

export const tiesSchema = z.discriminatedUnion('make', [directSchema, incidenceSchema, citationSchema]);
export type DirectTies = z.infer<typeof directSchema>;
export type IncidenceTies = z.infer<typeof incidenceSchema>;
export type CitationTies = z.infer<typeof citationSchema>;
export type TiesSettings = z.infer<typeof tiesSchema>;

/** The tables that the settings name, each once. */
export function tablesRead(settings: TiesSettings): string[] {
  const described = settings.make === 'citation' ? [] : [settings.nodes, settings.others].flatMap((one) => one ?? []);
  return [...new Set([settings.table, ...described.map(({ table }) => table)])];
}

/** The columns out of which nodes and ties are made, by table. */
export function columnsRead(settings: TiesSettings): { table: string; column: string }[] {
  const { table } = settings;
  const own =
    settings.make === 'incidence'
      ? [...settings.left, ...settings.right]
      : settings.make === 'citation'
        ? [settings.references]
        : [settings.from, settings.to];
  const described = settings.make === 'citation' ? [] : [settings.nodes, settings.others].flatMap((one) => one ?? []);
  return [
    ...own.map((column) => ({ table, column })),
    ...described.map((one) => ({ table: one.table, column: one.match })),
  ];
}
