/** What stands over a part of the reading panel. */
export function Heading({ children }: { children: string }) {
  return <h3 className="mt-4 mb-1 text-sm font-semibold">{children}</h3>;
}
