// Lengths one under the other, typed on the pad; what is typed goes into the box at once, and the figure is never covered.
import { type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { FieldSaid } from '../walk/LengthField';
import type { SessionState } from '../walk/sessionState';
import type { Asked } from './asked';
import { LengthPad } from './LengthPad';
import { type PadKey, pressed } from './pad';

export type Row = {
  pointer: string;
  label: string;
  paint?: string;
  /** It may end behind the opening. */
  minus?: boolean;
  /** It is no length: a figure in a unit of its own. */
  plain?: boolean;
};

type Props = {
  asked: Asked;
  rows: Row[];
  /** Ways that fill more than the one row, under the rows. */
  ways?: ((active: Row | undefined, text: string) => ReactNode) | undefined;
};

/** Enters a length that was tapped as a whole, and goes on to the next question. */
export function enter({ session, done }: Asked, pointer: string, text: string) {
  session.type(pointer, text);
  session.leave(pointer);
  done();
}

/** The text of a field: as it is typed, or else as it is kept. */
export const textOf = (state: SessionState, pointer: string) =>
  state.texts[state.side][pointer]?.text ??
  state.judgement.texts.find((known) => known.pointer === pointer)?.text ??
  '';

/** A key of a keyboard, where there is one. */
function keyOf(event: KeyboardEvent): PadKey | null {
  const { key } = event;
  if (/^\d$/.test(key)) return { digit: key };
  if (key === 'Backspace') return 'back';
  return key === '.' ? 'point' : key === '-' ? 'minus' : null;
}

export function LengthRows({ asked, rows, ways }: Props) {
  const { session, state, units, wanted, after, done } = asked;
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      rows.findIndex(({ pointer }) => textOf(state, pointer) === ''),
    ),
  );
  const [fresh, setFresh] = useState(true);
  const active = rows[at];
  const list = useRef<HTMLDivElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each row anew
  useEffect(() => {
    list.current?.querySelector('[aria-current]')?.scrollIntoView?.({ block: 'nearest' });
  }, [at]);

  const go = (to: number) => {
    if (active) session.leave(active.pointer);
    setFresh(true);
    if (to < rows.length) setAt(to);
    else done();
  };
  const press = (key: PadKey) => {
    if (!active) return;
    const now = textOf(state, active.pointer);
    const typed = pressed(now, key, fresh);
    // After the last there is no other to begin: what is tapped mends it.
    const { text, next } = typed.next && at + 1 === rows.length ? pressed(now, key, true) : typed;
    const row = next ? rows[at + 1] : active;
    if (!row) return;
    if (next) go(at + 1);
    session.type(row.pointer, text);
    setFresh(false);
  };
  // Where lengths are still missing, the next of them; else what comes after.
  const missing = rows.findIndex(({ pointer }, index) => index > at && textOf(state, pointer) === '');
  const following = rows[missing];
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the keys of a keyboard beside those of the pad
    <div
      className="length-rows"
      onKeyDown={(event) => {
        const key = keyOf(event);
        if (!key || event.ctrlKey || event.metaKey || event.altKey) return;
        event.preventDefault();
        press(key);
      }}
    >
      <div className="rows" ref={list}>
        {rows.map((row, index) => (
          <div key={row.pointer}>
            <button
              type="button"
              className={wanted.has(row.pointer) ? 'row-of waits' : 'row-of'}
              aria-current={index === at ? 'true' : undefined}
              data-field={row.pointer}
              onClick={() => go(index)}
            >
              {row.paint && <span className="swatch" style={{ backgroundColor: row.paint }} />}
              <span>{row.label}</span>
              <b className="figure">{textOf(state, row.pointer) || '–'}</b>
            </button>
            <FieldSaid state={state} pointer={row.pointer} />
          </div>
        ))}
        {ways?.(active, active ? textOf(state, active.pointer) : '')}
      </div>
      <LengthPad
        units={active?.plain ? 'plain' : units}
        minus={active?.minus ?? false}
        press={press}
        next={following ? `Next: ${following.label}` : after}
        onNext={() => go(following ? missing : rows.length)}
      />
    </div>
  );
}
