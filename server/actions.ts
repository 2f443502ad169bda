'use server';
/** What the interface can ask the server to change. Every argument is parsed before it is used. */
import { z } from 'zod';
import { columnTypes } from '@/core/tables';
import { type Trail, trailSchema } from '@/core/trail';
import { type Answer, answered } from '@/server/answer';
import * as studies from '@/server/studies';
import * as tables from '@/server/tables';
import * as networks from '@/server/networks';
import { createSuggestedNetwork } from '@/server/networks/suggest';

const text = z.string().max(1000);
const columnsSchema = z.array(z.object({ name: z.string(), type: z.enum(columnTypes) })).max(2000);

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
  return answered(() => tables.changeTable(text.parse(study), text.parse(key), { name: text.parse(name) }));
}
export async function retypeTable(
  study: string,
  key: string,
  columns: z.infer<typeof columnsSchema>,
): Promise<Answer<void>> {
  return answered(() =>
    tables.changeTable(text.parse(study), text.parse(key), { columns: columnsSchema.parse(columns) }),
  );
}
export async function deleteTable(study: string, key: string): Promise<Answer<void>> {
  return answered(() => tables.deleteTable(text.parse(study), text.parse(key)));
}
export async function restoreTable(study: string, key: string): Promise<Answer<void>> {
  return answered(() => tables.restoreTable(text.parse(study), text.parse(key)));
}

/** A first network from what the study's tables hold. */
export async function suggestNetwork(study: string): Promise<Answer<{ id: string }>> {
  return answered(() => createSuggestedNetwork(text.parse(study)));
}
export async function createNetwork(study: string, name: string, trail: Trail): Promise<Answer<{ id: string }>> {
  return answered(() => networks.createNetwork(text.parse(study), text.parse(name), trailSchema.parse(trail)));
}
export async function saveTrail(
  study: string,
  id: string,
  base: number,
  trail: Trail,
): Promise<Answer<networks.Saved>> {
  return answered(() =>
    networks.saveTrail(text.parse(study), text.parse(id), z.number().int().parse(base), trailSchema.parse(trail)),
  );
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
