import { keepSnapshot, snapshotSchema } from '@/server/networks/snapshot';
import { fromHere, responded } from '@/server/answer';
import { Fault } from '@/core/fault';

const largest = 64 * 1024 * 1024;

/** Keeps a network's last result: its head as JSON and its positions as bytes, as the parts of a form. */
export function PUT(
  request: Request,
  { params }: { params: Promise<{ study: string; network: string }> },
): Promise<Response> {
  return responded(async () => {
    fromHere(request);
    const { study, network } = await params;
    if (Number(request.headers.get('content-length') ?? 0) > largest)
      throw new Fault('The result is too large to keep.');
    const form = await request.formData();
    const text = form.get('head');
    const head = snapshotSchema.parse(JSON.parse(typeof text === 'string' ? text : 'null'));
    const positions = form.get('positions');
    const bytes = positions instanceof Blob ? Buffer.from(await positions.arrayBuffer()) : Buffer.alloc(0);
    await keepSnapshot(study, network, head, bytes);
    return new Response(null, { status: 204 });
  });
}
