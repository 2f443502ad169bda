/** What this process measures of itself, as answers go out; read by `metrics`. */
import { Counter, Histogram, Registry, collectDefaultMetrics } from 'prom-client';

interface Metered {
  registry: Registry;
  requests: Counter<'method' | 'status'>;
  seconds: Histogram<'method'>;
}
// One for the process, however often the module is loaded.
const shared = globalThis as { nunatakMetered?: Metered };

export function metered(): Metered {
  return (shared.nunatakMetered ??= begin());
}

function begin(): Metered {
  const registry = new Registry();
  const registers = [registry];
  collectDefaultMetrics({ register: registry, prefix: 'nunatak_' });
  return {
    registry,
    requests: new Counter({
      ...{ name: 'nunatak_requests_total', help: 'Requests under /api.', labelNames: ['method', 'status'], registers },
    }),
    seconds: new Histogram({
      ...{ name: 'nunatak_request_seconds', help: 'Until the answer began.', labelNames: ['method'], registers },
      buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10, 30],
    }),
  };
}

/** Counts a request that was answered. */
export function answeredIn(method: string, status: number, milliseconds: number): void {
  const { requests, seconds } = metered();
  requests.inc({ method, status: String(status) });
  seconds.observe({ method }, milliseconds / 1000);
}
