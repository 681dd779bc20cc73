// A field that takes a length as people say it. What is understood and what is not comes back from the core.
import { useId } from 'react';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';

type Props = {
  session: BoxSession;
  state: SessionState;
  pointer: string;
  label: string;
  /** The label is read out, but stands elsewhere on the screen; so does what is said of the field. */
  bare?: boolean;
};

const saidId = (pointer: string) => `said${pointer.replaceAll('/', '-')}`;

const typedInto = (state: SessionState, pointer: string) => state.texts[state.side][pointer];

/** What is wrong with a field: not understood, or at odds with the others. */
function saidOf(state: SessionState, pointer: string) {
  const error = typedInto(state, pointer)?.answer?.error;
  const odd = state.judgement.contradictions.find((known) => known.pointer === pointer)?.message;
  return { error, odd, words: error ?? odd };
}

/** What is said of a field whose place is too narrow for it. */
export function FieldSaid({ state, pointer }: { state: SessionState; pointer: string }) {
  const { error, words } = saidOf(state, pointer);
  if (!words) return null;
  return (
    <div id={saidId(pointer)} className={error ? 'said' : 'said odd'}>
      {words}
    </div>
  );
}

export function LengthField({ session, state, pointer, label, bare = false }: Props) {
  const id = useId();
  const kept = state.judgement.texts.find((text) => text.pointer === pointer)?.text ?? '';
  const { error, odd, words } = saidOf(state, pointer);
  return (
    <div className={error ? 'length-field bad' : odd ? 'length-field odd' : 'length-field'}>
      <label htmlFor={id} className={bare ? 'visually-hidden' : ''}>
        {label}
      </label>
      <input
        id={id}
        className="figure"
        data-field={pointer}
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        value={typedInto(state, pointer)?.text ?? kept}
        placeholder="–"
        aria-invalid={error ? true : undefined}
        aria-describedby={words ? saidId(pointer) : undefined}
        onChange={(event) => session.type(pointer, event.target.value)}
        onBlur={() => session.leave(pointer)}
        onFocus={(event) => event.target.select()}
        onKeyDown={(event) => {
          if (event.key === 'Enter') focusNext(event.currentTarget);
        }}
      />
      {!bare && <FieldSaid state={state} pointer={pointer} />}
    </div>
  );
}

const nameOf = (field: HTMLInputElement) => field.dataset.field?.split('/').at(-1) ?? '';

/** What is measured in turn: where each sheath ends, then each conductor the same way; the line beside them takes the rest. */
const AFTER_LAST: Record<string, string> = {
  sheath_end: '[data-field$="/free_length"]',
  free_length: '#jot',
  reach: '#jot',
};

/** Enter goes on to the next length that is measured the same way, so that one hand can type them in turn. */
function focusNext(field: HTMLInputElement) {
  const name = nameOf(field);
  const measures = field.closest('.measures');
  const fields = [...document.querySelectorAll<HTMLInputElement>('.length-field input')];
  const after = fields.slice(fields.indexOf(field) + 1);
  const last = measures && AFTER_LAST[name];
  const next = last
    ? (after.find((known) => measures.contains(known) && nameOf(known) === name) ??
      document.querySelector<HTMLInputElement>(last))
    : after[0];
  next?.focus();
}
