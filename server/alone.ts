/** Headers of pages and threads that let nothing in from other sites: browsers let only such threads share memory. */
export const alone = [
  { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
  { key: 'Cross-Origin-Embedder-Policy', value: 'require-corp' },
];
