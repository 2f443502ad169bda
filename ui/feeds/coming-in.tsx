'use client';
/** Messages as they are told, the newest first. */
import { useEffect, useRef, useState } from 'react';

export interface Told {
  id: number;
  time: string;
  writer: string;
  text: string;
}

const standsOut = 3000;

export function Messages({ label, messages }: { label: string; messages: readonly Told[] }) {
  const seen = useRef<number | undefined>(undefined);
  const [fresh, setFresh] = useState<number>();
  const newest = messages.length ? messages[0].id : undefined;
  useEffect(() => {
    const before = seen.current;
    seen.current = newest;
    if (before === undefined || newest === undefined || newest <= before) return undefined;
    setFresh(before);
    const timer = setTimeout(() => setFresh(undefined), standsOut);
    return () => clearTimeout(timer);
  }, [newest]);
  return (
    <ol aria-label={label} className="mt-1">
      {messages.map(({ id, time, writer, text }) => (
        <li
          key={id}
          className={`border-b border-rule px-1.5 py-1.5 ${fresh !== undefined && id > fresh ? 'bg-amber' : ''}`}
        >
          <span className="flex items-baseline justify-between gap-2">
            <b className="min-w-0 truncate font-semibold">{writer}</b>
            <time dateTime={time} className="text-sm text-quiet">
              {new Date(time).toLocaleTimeString('en-GB')}
            </time>
          </span>
          <span className="line-clamp-3 text-sm break-words">{text}</span>
        </li>
      ))}
    </ol>
  );
}
