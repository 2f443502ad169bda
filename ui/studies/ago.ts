/** When something was changed, in words. */
export function changedWords(at: Date | string): string {
  const date = new Date(at);
  const day = date.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
  const time = date.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: 'UTC' });
  return `changed ${day}, ${time} UTC`;
}
