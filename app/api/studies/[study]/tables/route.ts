import { importSchema, importTable } from '@/server/tables/import';
import { fromHere, responded } from '@/server/answer';
import { Fault } from '@/core/fault';

/** Brings a file in: its bytes are the body, what is to be done with them stands in the `request` parameter. */
export function POST(request: Request, { params }: { params: Promise<{ study: string }> }): Promise<Response> {
  return responded(async () => {
    fromHere(request);
    const asked = new URL(request.url).searchParams.get('request') ?? 'null';
    const settings = importSchema.parse(JSON.parse(asked));
    if (!request.body)
      throw new Fault(`“${settings.file}” is empty. Choose a file with a header line and rows below it.`);
    const imported = await importTable(
      (await params).study,
      settings,
      request.body as unknown as AsyncIterable<Uint8Array>,
    );
    return Response.json(imported, { status: 201 });
  });
}
