/** What a server process does from its start on, beside answering. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return;
  const { endJobs, startJobs } = await import('@/server/jobs');
  const { feedJobs } = await import('@/server/feeds/kind');
  void startJobs([feedJobs]);
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => void endJobs());
}
