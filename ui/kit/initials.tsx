/** A person in two letters, on a colour that stays theirs. */

const firstOf = (word = ''): string => Array.from(word)[0] ?? '';

/** The first letters of the first and the last word. */
export function initialsOf(name: string): string {
  const words = name.split(/\s+/).filter(Boolean);
  return (firstOf(words[0]) + (words.length > 1 ? firstOf(words.at(-1)) : '')).toUpperCase() || '?';
}

/** Colours that white letters can be read on, 4.5 to 1 and more. */
const grounds = ['#2F6E91', '#A85B16', '#855497', '#557A2E', '#B03A48', '#3C6E62'];

const groundOf = (id: string): string =>
  grounds[Array.from(id).reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) >>> 0, 7) % grounds.length];

export function Initials({ id, name }: { id: string; name: string }) {
  return (
    <span
      aria-hidden
      className="flex size-6.5 shrink-0 items-center justify-center rounded-full text-xs font-semibold"
      style={{ background: groundOf(id), color: '#fff' }}
    >
      {initialsOf(name)}
    </span>
  );
}
