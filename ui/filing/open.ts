import type { FileAsked } from './dialog';

/** Asks in which folder things lie and who sees them. */
export async function openFiling(asked: FileAsked): Promise<void> {
  const { showFiling } = await import('./dialog');
  showFiling(asked);
}
