'use client';
import Link from 'next/link';
import { askToLeave } from './stay';

/** The mark and the name; leads to the studies. */
export function Mark() {
  return (
    <Link
      href="/"
      onNavigate={askToLeave}
      className="flex items-center gap-2 rounded-md"
      aria-label="Nunatak, all studies"
    >
      <svg width="22" height="16" viewBox="0 0 22 16" aria-hidden>
        <path d="M0 12.5 6.6 1.6l3.6 5 2.6-3.4 8.6 9.3Z" fill="var(--ink)" />
        <path d="M0 13.6h22v1.8H0z" fill="var(--accent)" />
      </svg>
      <span className="font-serif text-[16px] font-semibold tracking-[-0.01em]">Nunatak</span>
    </Link>
  );
}
