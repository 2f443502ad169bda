import { type RefObject, useLayoutEffect, useState } from 'react';

/** The width of a box in pixels, as it changes; `first` until it is known. */
export function useWidth(box: RefObject<HTMLElement | null>, first: number): number {
  const [wide, setWide] = useState(first);
  useLayoutEffect(() => {
    const { current } = box;
    if (!current) return;
    const watch = new ResizeObserver(() => setWide(current.clientWidth));
    watch.observe(current);
    setWide(current.clientWidth);
    return () => watch.disconnect();
  }, [box]);
  return wide;
}
