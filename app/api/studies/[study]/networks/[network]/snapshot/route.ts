import { keepSnapshot, snapshotSchema } from '@/server/networks/snapshot';
import { route } from '@/server/answer';
import { type Body, whole } from '@/server/body';
import { Fault } from '@/core/fault';

const largest = 64 * 1024 * 1024;

/** Keeps a network's last result: its head as JSON and its positions as bytes, as the parts of a form. */
export const PUT = route<{ study: string; network: string }>(async ({ study, network }, request) => {
  const form = await formOf(request);
  const text = form.get('head');
  const head = snapshotSchema.parse(JSON.parse(typeof text === 'string' ? text : 'null'));
  const positions = form.get('positions');
  const bytes = positions instanceof Blob ? Buffer.from(await positions.arrayBuffer()) : Buffer.alloc(0);
  await keepSnapshot(study, network, head, bytes);
  return new Response(null, { status: 204 });
});

async function formOf(request: Request): Promise<FormData> {
  if (!request.body) throw new Fault('The request brings nothing. Try again.');
  const bytes = await whole(request.body as unknown as Body, largest, 'The result is too large to keep.');
  const type = request.headers.get('content-type') ?? '';
  try {
    return await new Response(new Uint8Array(bytes), { headers: { 'Content-Type': type } }).formData();
  } catch {
    throw new Fault('The result is no form. Load the page again.');
  }
}
