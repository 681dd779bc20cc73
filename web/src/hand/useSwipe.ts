// A swipe along the screen: to the left goes on, to the right goes back. One that goes down or up is a scroll.
import { type TouchEvent, useRef } from 'react';

const LEAST_PX = 60;
const MOST_SLOPE = 0.5;

/** Which way a finger went, from where it began; none for a tap, a scroll, or a mark that was pulled. */
export function wayOf(dx: number, dy: number): 'on' | 'back' | null {
  if (Math.abs(dx) < LEAST_PX || Math.abs(dy) > MOST_SLOPE * Math.abs(dx)) return null;
  return dx < 0 ? 'on' : 'back';
}

export function useSwipe(go: { on: () => void; back: () => void }) {
  const from = useRef<{ x: number; y: number } | null>(null);
  return {
    onTouchStart: ({ touches, target }: TouchEvent) => {
      const touch = touches[0];
      const pulls = target instanceof Element && target.closest('svg, input, select, .pad') !== null;
      from.current = touches.length === 1 && touch && !pulls ? { x: touch.clientX, y: touch.clientY } : null;
    },
    onTouchEnd: ({ changedTouches }: TouchEvent) => {
      const touch = changedTouches[0];
      const began = from.current;
      from.current = null;
      const way = began && touch ? wayOf(touch.clientX - began.x, touch.clientY - began.y) : null;
      if (way) go[way]();
    },
  };
}
