/** Whether what is on the screen is kept. */
const words = {
  saved: 'Saved',
  waiting: 'Saving …',
  saving: 'Saving …',
  failed: 'Not saved yet',
  conflict: 'Not saved',
};

/** @param reads Whoever looks may not change the study: what they try stays with them. */
export function SaveWord({ kind, reads }: { kind: keyof typeof words; reads?: boolean }) {
  return (
    <span role="status" className="w-21 text-quiet" title={reads ? 'What you try here is not kept.' : undefined}>
      {reads ? 'Only looking' : words[kind]}
    </span>
  );
}
