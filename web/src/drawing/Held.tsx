// A part of a drawing that one takes hold of, with a finger or from the keyboard; it glows while a rule waits for it.
import type { ReactNode } from 'react';
import type { Holding, Part } from './parts';

type Props = {
  hold: Holding | undefined;
  part: Part;
  /** What it is, for those who do not see it. */
  name: string;
  className?: string;
  /** The same part in another place of the drawing: it can be tapped there too, and the keys come to it once. */
  again?: boolean;
  children: ReactNode;
};

export function Held({ hold, part, name, className = '', again = false, children }: Props) {
  if (!hold) return <g className={className}>{children}</g>;
  const waits = hold.waits(part);
  return (
    <g
      role="button"
      tabIndex={again ? -1 : 0}
      data-part={again ? undefined : part}
      className={`${className} held${hold.picked === part ? ' picked' : ''}${waits ? ' waits' : ''}`}
      aria-label={waits ? `${name}, asked for` : name}
      aria-pressed={hold.picked === part}
      onClick={() => hold.pick(part, false)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        hold.pick(part, true);
      }}
    >
      {children}
    </g>
  );
}
