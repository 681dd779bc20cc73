// What is pulled along the axis of the section: the tip of a conductor, the end of a sheath, the box itself.
import { type KeyboardEvent, type PointerEvent, useState } from 'react';
import { snap } from './scale';

export type GripProps = {
  x: number;
  y: number;
  name: string;
  /** Its measure in words. */
  words: string;
  /** Its measure in nanometres, and the least that it can be. */
  value: number;
  least: number;
  /** Nothing is measured yet. */
  waiting: boolean;
  /** A rule waits for it. */
  waits: boolean;
  /** The way in which it grows. */
  grows: 'left' | 'right';
  /** What a nanometre takes in the drawing, and the marks at which it rests. */
  perNm: number;
  mark: number;
  /** It is `nm` now; where it was when a finger took it, or for the keys where it is. */
  onPull: (nm: number, from: number) => void;
  onLetGo: () => void;
};

/** Where a finger is in the drawing, from its left. */
function placeIn(event: PointerEvent<SVGGElement>) {
  const svg = event.currentTarget.ownerSVGElement;
  if (!svg) return 0;
  const bounds = svg.getBoundingClientRect();
  return ((event.clientX - bounds.left) / bounds.width) * svg.viewBox.baseVal.width;
}

export function Grip(props: GripProps) {
  const { x, y, name, words, value, least, waiting, waits, grows, perNm, mark, onPull, onLetGo } = props;
  // All of one pull goes from where it was grabbed, at the scale that the drawing had then.
  const [grabbed, setGrabbed] = useState<{ at: number; value: number; perNm: number } | null>(null);
  const way = grows === 'right' ? 1 : -1;
  const to = (nm: number, from?: number) => {
    const rests = Math.max(least, snap(nm, mark));
    if (rests !== value || waiting) onPull(rests, from ?? rests);
  };
  const more = grows === 'left' ? 'ArrowLeft' : 'ArrowRight';
  const less = grows === 'left' ? 'ArrowRight' : 'ArrowLeft';
  const nudge = (event: KeyboardEvent) => {
    const marks = { [more]: 1, ArrowUp: 1, [less]: -1, ArrowDown: -1 }[event.key];
    if (marks === undefined) return;
    event.preventDefault();
    to(value + marks * mark);
  };
  const letGo = () => {
    setGrabbed(null);
    onLetGo();
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      className={`pulled${waiting ? ' waiting' : ''}${waits ? ' waits' : ''}`}
      aria-label={waits ? `${name}, asked for` : name}
      aria-valuetext={words}
      aria-valuenow={Math.round(value / 1_000_000)}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        setGrabbed({ at: placeIn(event), value, perNm });
      }}
      onPointerMove={(event) => {
        if (!grabbed) return;
        const moved = placeIn(event) - grabbed.at;
        if (moved !== 0) to(grabbed.value + (way * moved) / grabbed.perNm, grabbed.value);
      }}
      onPointerUp={letGo}
      onPointerCancel={letGo}
      onKeyDown={nudge}
      onBlur={onLetGo}
    >
      <circle cx={x} cy={y} r="22" fill="transparent" />
      <circle cx={x} cy={y} r="9" className="grip" />
      <path d={`M${x - 3} ${y - 3}v6M${x + 3} ${y - 3}v6`} className="grip-lines" />
    </g>
  );
}
