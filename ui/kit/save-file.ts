/** Hands a file to the browser to be saved; what file systems do not take in a name becomes a blank. */
export function saveFile(blob: Blob, name: string): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = address;
  link.download = name.replace(/[\\/:*?"<>|\p{Cc}]+/gu, ' ').trim() || 'nunatak';
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 30000);
}
