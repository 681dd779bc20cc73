// A stretch of the run: in a long walk, what is far from the screen keeps its place and is not drawn.
import { type ReactNode, useEffect, useRef, useState } from 'react';

/** How high a node of the run is, and how far beyond the screen it is drawn already. */
const NODE = 44;
const NEAR = '800px 0px';

/** So many nodes are drawn together. */
export const STRETCH = 40;

type Props = {
  /** How many nodes it has. */
  count: number;
  /** It is drawn wherever it is: one is here, or the walk is short. */
  always: boolean;
  children: ReactNode;
};

export function Stretch({ count, always, children }: Props) {
  const list = useRef<HTMLUListElement>(null);
  const [near, setNear] = useState(false);
  useEffect(() => {
    if (always || !list.current) return;
    const watch = new IntersectionObserver(([entry]) => setNear(entry?.isIntersecting ?? false), {
      rootMargin: NEAR,
    });
    watch.observe(list.current);
    return () => watch.disconnect();
  }, [always]);
  return (
    <ul ref={list} style={always ? undefined : { minHeight: count * NODE }}>
      {(always || near) && children}
    </ul>
  );
}

/** A list in parts of so many. */
export const inStretches = <One,>(list: One[], size = STRETCH): One[][] =>
  Array.from({ length: Math.ceil(list.length / size) }, (_, part) =>
    list.slice(part * size, (part + 1) * size),
  );
