'use client';
import type { ReactNode } from 'react';

/** The panel at the right of the records. */
export function Panel({ title, help, children }: { title: string; help: string; children: ReactNode }) {
  return (
    <aside aria-label={title} className="w-[304px] shrink-0 overflow-y-auto border-l border-line bg-panel p-3.5">
      <h2 className="font-serif text-lg font-semibold">{title}</h2>
      <p className="mb-3 text-sm text-quiet">{help}</p>
      {children}
    </aside>
  );
}

/** Something found, said in a sentence, with what can be done. */
export function Card({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <section className="mb-3 rounded-lg border border-line p-3">
      <h3 className="font-semibold">{title}</h3>
      {children}
    </section>
  );
}

export const Quiet = ({ children }: { children: ReactNode }) => <p className="mt-0.5 text-sm text-quiet">{children}</p>;

export const Remedies = ({ children }: { children: ReactNode }) => (
  <div className="mt-2 flex flex-wrap gap-1.5">{children}</div>
);

export const Part = ({ children }: { children: ReactNode }) => (
  <h3 className="mt-5 mb-1.5 text-sm font-semibold">{children}</h3>
);
