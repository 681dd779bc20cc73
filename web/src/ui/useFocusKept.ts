// The cursor of the keyboard is never lost to the page: where what had it goes, what stands in its place has it.
import { type RefObject, useEffect, useRef } from 'react';

const TAKES_FOCUS = ':is(button, input, select, summary, a[href], [tabindex="0"]):not(:disabled)';

/** What had the focus is away: taken out of the page, or at work and not to be pressed. */
const isAway = (element: Element) => !element.isConnected || element.matches(':disabled');

/**
 * Keeps the focus within a part of the page while what is in it comes and goes. It looks after each drawing of the component
 * that holds it; `first` says what has the focus next, or else the first that takes it.
 */
export function useFocusKept<Part extends HTMLElement>(first = TAKES_FOCUS): RefObject<Part | null> {
  const part = useRef<Part>(null);
  const had = useRef<Element | null>(null);
  useEffect(() => {
    const note = ({ target }: FocusEvent) => {
      had.current = target instanceof Element && part.current?.contains(target) ? target : null;
    };
    // Whoever leaves by their own will has left. What is being taken out of the page says that it is left, too, a moment before.
    const leave = ({ target }: FocusEvent) =>
      setTimeout(() => {
        if (target === had.current && target !== document.activeElement && !isAway(target as Element)) {
          had.current = null;
        }
      });
    document.addEventListener('focusin', note);
    document.addEventListener('focusout', leave);
    return () => {
      document.removeEventListener('focusin', note);
      document.removeEventListener('focusout', leave);
    };
  }, []);
  useEffect(() => {
    const { activeElement: now } = document;
    const was = had.current;
    if (!was || (now !== null && now !== document.body)) return;
    if (!isAway(was)) return (was as HTMLElement).focus();
    const wanted = [...(part.current?.querySelectorAll<HTMLElement>(first) ?? [])];
    const next = wanted.find((known) => !known.matches(':disabled'));
    // At work still: it is looked at again once that is done.
    if (was.isConnected || (!next && wanted.length > 0)) return;
    (next ?? part.current?.querySelector<HTMLElement>(TAKES_FOCUS))?.focus();
  });
  return part;
}
