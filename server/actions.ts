'use server';
/** What the interface can ask the server to change. Every argument is parsed before it is used. */
import * as z from 'zod';
import type { Aside } from '@/core/intake';
import type { ColumnRef } from '@/core/names';
import { type StoredTrail, readTrail } from '@/core/trail';
import { type Answer, answered } from '@/server/answer';
import * as studies from '@/server/studies';
import * as tables from '@/server/tables';
import * as edits from '@/server/tables/edit';
import { type TableUses, usesOf as uses } from '@/server/tables/uses';
import * as names from '@/server/names';
import * as shortlists from '@/server/shortlists';
import * as networks from '@/server/networks';
import { type NetworkOffer, createSuggestedNetwork, networkOffers as offers } from '@/server/networks/suggest';

/** NUL is in no text of the database. */
const text = z
  .string()
  .max(1000)
  .transform((words) => words.replaceAll('\0', ''));
const whole = z.number().int().min(0).max(2_147_483_647);
const way = z.enum(['undo', 'redo']);
/** A browser's own id, until people have names. */
const whose = z.uuid();

export async function createStudy(name: string): Promise<Answer<{ id: string }>> {
  return answered(() => studies.createStudy(text.parse(name)));
}
export async function renameStudy(id: string, name: string): Promise<Answer<void>> {
  return answered(() => studies.renameStudy(text.parse(id), text.parse(name)));
}
export async function deleteStudy(id: string): Promise<Answer<void>> {
  return answered(() => studies.deleteStudy(text.parse(id)));
}
export async function restoreStudy(id: string): Promise<Answer<void>> {
  return answered(() => studies.restoreStudy(text.parse(id)));
}

export async function renameTable(study: string, key: string, name: string): Promise<Answer<void>> {
  return answered(() => tables.renameTable(text.parse(study), text.parse(key), text.parse(name)));
}
/** Takes back an import that made a table, with all that it did elsewhere. */
export async function undoIntake(study: string, key: string): Promise<Answer<void>> {
  return answered(() => edits.undoIntake(text.parse(study), text.parse(key)));
}
export async function stepTable(
  study: string,
  key: string,
  direction: 'undo' | 'redo',
  author: string,
): Promise<Answer<{ version: number; what: string }>> {
  return answered(() =>
    edits.stepTable(text.parse(study), text.parse(key), way.parse(direction), { author: whose.parse(author) }),
  );
}
export async function tableHistory(study: string, key: string, author: string): Promise<Answer<edits.TableHistory>> {
  return answered(() => edits.tableHistory(text.parse(study), text.parse(key), whose.parse(author)));
}
export async function bringBackTable(
  study: string,
  key: string,
  version: number,
): Promise<Answer<{ version: number }>> {
  return answered(() => edits.bringBackTable(text.parse(study), text.parse(key), whole.parse(version)));
}
/** Rows of the file that were not stored, with their reasons. */
export async function setAside(study: string, key: string): Promise<Answer<Aside[]>> {
  return answered(() => tables.setAside(text.parse(study), text.parse(key)));
}
/** What reads a table and its columns. */
export async function usesOf(study: string, key: string): Promise<Answer<TableUses>> {
  return answered(() => uses(text.parse(study), text.parse(key)));
}
/** Tables that can still be brought back. */
export async function deletedTables(study: string): Promise<Answer<tables.DeletedTable[]>> {
  return answered(() => tables.deletedTables(text.parse(study)));
}
export async function deleteTable(study: string, key: string): Promise<Answer<void>> {
  return answered(() => tables.deleteTable(text.parse(study), text.parse(key)));
}
export async function restoreTable(study: string, key: string): Promise<Answer<void>> {
  return answered(() => tables.restoreTable(text.parse(study), text.parse(key)));
}

/** A first network from what the study's tables hold. */
/** What can be asked of the study's tables, those of the named one first. */
export async function networkOffers(study: string, table?: string): Promise<Answer<NetworkOffer[]>> {
  return answered(() => offers(text.parse(study), text.optional().parse(table)));
}
/** Makes a network of the chosen offer, or of what the tables suggest. */
export async function suggestNetwork(study: string, ties?: object): Promise<Answer<{ id: string }>> {
  return answered(() =>
    createSuggestedNetwork(text.parse(study), z.record(z.string(), z.unknown()).optional().parse(ties)),
  );
}
export async function createNetwork(study: string, name: string, trail: StoredTrail): Promise<Answer<{ id: string }>> {
  return answered(() => networks.createNetwork(text.parse(study), text.parse(name), readTrail(trail)));
}
export async function saveTrail(
  study: string,
  id: string,
  base: number,
  trail: StoredTrail,
): Promise<Answer<networks.Saved>> {
  return answered(() => networks.saveTrail(text.parse(study), text.parse(id), whole.parse(base), readTrail(trail)));
}
export async function renameNetwork(study: string, id: string, name: string): Promise<Answer<void>> {
  return answered(() => networks.renameNetwork(text.parse(study), text.parse(id), text.parse(name)));
}
export async function deleteNetwork(study: string, id: string): Promise<Answer<void>> {
  return answered(() => networks.deleteNetwork(text.parse(study), text.parse(id)));
}
export async function restoreNetwork(study: string, id: string): Promise<Answer<void>> {
  return answered(() => networks.restoreNetwork(text.parse(study), text.parse(id)));
}

export async function createShortlist(
  study: string,
  name: string,
  folder: string,
  nodes: { id: string; label: string }[],
): Promise<Answer<shortlists.ShortlistRow>> {
  return answered(() =>
    shortlists.createShortlist(text.parse(study), {
      name: text.parse(name),
      folder: text.parse(folder),
      nodes: shortlists.membersSchema.parse(nodes),
    }),
  );
}
export async function changeShortlist(
  study: string,
  id: string,
  base: number,
  change: shortlists.ShortlistChange,
): Promise<Answer<shortlists.ShortlistSaved>> {
  return answered(() =>
    shortlists.changeShortlist(
      text.parse(study),
      text.parse(id),
      whole.parse(base),
      shortlists.shortlistChangeSchema.parse(change),
    ),
  );
}
export async function listShortlists(study: string): Promise<Answer<shortlists.ShortlistRow[]>> {
  return answered(() => shortlists.listShortlists(text.parse(study)));
}
export async function deleteShortlist(study: string, id: string): Promise<Answer<void>> {
  return answered(() => shortlists.deleteShortlist(text.parse(study), text.parse(id)));
}
export async function restoreShortlist(study: string, id: string): Promise<Answer<void>> {
  return answered(() => shortlists.restoreShortlist(text.parse(study), text.parse(id)));
}

/** A list of names over columns that hold the same kind of thing. */
export async function createNames(study: string, name: string, columns: ColumnRef[]): Promise<Answer<{ id: string }>> {
  return answered(() => names.createNames(text.parse(study), text.parse(name), columns));
}
export async function openNames(study: string): Promise<Answer<Awaited<ReturnType<typeof names.openNames>>>> {
  return answered(() => names.openNames(text.parse(study)));
}
export async function changeNames(
  study: string,
  id: string,
  base: number,
  edit: names.NamesEditRequest,
  author: string,
): Promise<Answer<{ version: number; others: boolean }>> {
  return answered(() =>
    names.changeNames(
      text.parse(study),
      text.parse(id),
      whole.parse(base),
      names.namesEditSchema.parse(edit),
      whose.parse(author),
    ),
  );
}
export async function stepNames(
  study: string,
  id: string,
  direction: 'undo' | 'redo',
  author: string,
): Promise<Answer<{ version: number; what: string }>> {
  return answered(() => names.stepNames(text.parse(study), text.parse(id), way.parse(direction), whose.parse(author)));
}
export async function namesHistory(
  study: string,
  id: string,
  author: string,
): Promise<Answer<{ undo?: string; redo?: string }>> {
  return answered(() => names.namesHistory(text.parse(study), text.parse(id), whose.parse(author)));
}
export async function renameNames(study: string, id: string, name: string): Promise<Answer<void>> {
  return answered(() => names.renameNames(text.parse(study), text.parse(id), text.parse(name)));
}
export async function deleteNames(study: string, id: string): Promise<Answer<void>> {
  return answered(() => names.deleteNames(text.parse(study), text.parse(id)));
}
export async function restoreNames(study: string, id: string): Promise<Answer<void>> {
  return answered(() => names.restoreNames(text.parse(study), text.parse(id)));
}
