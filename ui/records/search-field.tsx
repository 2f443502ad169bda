'use client';

export function SearchField({ value, onChange }: { value: string; onChange: (text: string) => void }) {
  return (
    <input
      aria-label="Search the rows"
      placeholder="Search the rows"
      value={value}
      onChange={(event) => onChange(event.target.value)}
      className="h-7 w-40 rounded-md border border-line bg-panel px-2.5"
    />
  );
}
