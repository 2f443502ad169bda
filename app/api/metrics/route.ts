import { route } from '@/server/answer';
import { metricsText } from '@/server/metrics';

/** In the Prometheus text format. */
export const GET = route(async (_params, request) => {
  const { type, text } = await metricsText(request.headers.get('authorization'));
  return new Response(text, { headers: { 'Content-Type': type, 'Cache-Control': 'no-store' } });
});
