/** Files of the browser as sources of bytes. */
import type { FileSource } from '@/core/formats/read';

export const sourceOfFile = (file: File): FileSource => ({
  name: file.name,
  size: file.size,
  async *chunks() {
    const reader = file.stream().getReader();
    for (;;) {
      const piece = await reader.read();
      if (piece.done) return;
      yield piece.value;
    }
  },
});
