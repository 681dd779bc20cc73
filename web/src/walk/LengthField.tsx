// A field that takes a length as people say it. What is understood and what is not comes back from the core.
import { useId } from 'react';
import type { BoxSession, SessionState } from './session';

type Props = {
  session: BoxSession;
  state: SessionState;
  pointer: string;
  label: string;
  /** The label is read out, but stands elsewhere on the screen. */
  hideLabel?: boolean;
};

export function LengthField({ session, state, pointer, label, hideLabel = false }: Props) {
  const id = useId();
  const kept = state.judgement.texts.find((text) => text.pointer === pointer)?.text ?? '';
  const typed = state.typed[pointer];
  const echo = state.echoes[pointer];
  const error = typed !== undefined ? echo?.error : null;
  const contradiction = state.judgement.contradictions.find((known) => known.pointer === pointer)?.message;
  const said = error ?? contradiction;
  return (
    <div className={error ? 'length-field bad' : contradiction ? 'length-field odd' : 'length-field'}>
      <label htmlFor={id} className={hideLabel ? 'visually-hidden' : ''}>
        {label}
      </label>
      <input
        id={id}
        className="figure"
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        value={typed ?? kept}
        placeholder="–"
        aria-invalid={error ? true : undefined}
        aria-describedby={said ? `${id}-said` : undefined}
        onChange={(event) => session.type(pointer, event.target.value)}
        onBlur={() => void session.leave(pointer)}
        onFocus={(event) => event.target.select()}
        onKeyDown={(event) => {
          if (event.key === 'Enter') focusNext(event.currentTarget);
        }}
      />
      {said && (
        <div id={`${id}-said`} className="said">
          {said}
        </div>
      )}
    </div>
  );
}

/** Enter goes on to the next length, so that one hand can type them in turn. */
function focusNext(field: HTMLInputElement) {
  const fields = [...document.querySelectorAll<HTMLInputElement>('.length-field input')];
  fields[fields.indexOf(field) + 1]?.focus();
}
