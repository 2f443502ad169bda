/** The small picture of a network on its card, or a quiet place for it. */
export function Picture({ address, name }: { address: string | null; name: string }) {
  return (
    <div className="flex aspect-[8/5] items-center justify-center overflow-hidden rounded-md bg-paper">
      {address ? (
        // A kept SVG as a data address: there is nothing to optimise.
        <img src={address} alt={`Map of ${name}`} className="h-full w-full object-contain" />
      ) : (
        <svg width="64" height="40" viewBox="0 0 64 40" aria-hidden>
          <path d="M12 28 26 12l14 12 12-10" stroke="var(--line)" strokeWidth="2" fill="none" />
          {[
            [12, 28],
            [26, 12],
            [40, 24],
            [52, 14],
          ].map(([x, y]) => (
            <circle key={x} cx={x} cy={y} r="4" fill="var(--rise)" />
          ))}
        </svg>
      )}
    </div>
  );
}
