// A nail against its line: below it meets, standing proud it violates, half in it is marginal, dashed is legacy, a
// dotted line is not measured. Danger is the proud nail reversed out of a solid block: nothing else is solid.
import type { Verdict } from '../api/types';

export const verdictWords: Record<Verdict, string> = {
  violates: 'violates',
  marginal: 'marginal',
  'not-measured': 'not measured',
  legacy: 'legacy',
  meets: 'meets',
  'not-applicable': 'not applicable',
};

function shape(verdict: Verdict) {
  switch (verdict) {
    case 'violates':
      return (
        <>
          <path d="M1 14H17" />
          <path d="M9 14V5" strokeWidth="3" />
          <path d="M4.5 4H13.5" strokeWidth="3.4" />
        </>
      );
    case 'marginal':
      return (
        <>
          <path d="M1 10H17" />
          <circle cx="9" cy="10" r="4" fill="var(--paper)" />
          <path d="M5 10a4 4 0 0 0 8 0z" fill="currentColor" stroke="none" />
        </>
      );
    case 'legacy':
      return (
        <>
          <path d="M1 8H17" strokeDasharray="3 2" />
          <circle cx="9" cy="12.5" r="3.2" />
        </>
      );
    case 'not-measured':
      return <path d="M1 10H17" strokeDasharray="1.5 3" strokeLinecap="round" />;
    case 'not-applicable':
      return <path d="M5 10H13" strokeWidth="1.2" />;
    case 'meets':
      return (
        <>
          <path d="M1 8H17" />
          <circle cx="9" cy="12.5" r="3.2" fill="currentColor" stroke="none" />
        </>
      );
  }
}

type Props = {
  verdict: Verdict;
  /** It is a danger now. */
  danger?: boolean;
  size?: number;
  /** Its word stands beside it and is not to be read twice. */
  quiet?: boolean;
};

/** The mark of a verdict. Its word is read out; where the word stands beside it, `quiet` keeps it from being read twice. */
export function VerdictMark({ verdict, danger = false, size = 24, quiet = false }: Props) {
  const named = quiet
    ? { 'aria-hidden': true }
    : { role: 'img', 'aria-label': danger ? 'danger' : verdictWords[verdict] };
  return (
    <svg
      className={danger ? 'nail danger' : `nail verdict-${verdict}`}
      width={size}
      height={size}
      viewBox="0 0 18 18"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.8"
      {...named}
    >
      {danger ? (
        <>
          <rect width="18" height="18" fill="var(--danger)" stroke="none" />
          <g stroke="var(--sheet)">
            <path d="M2.5 14H15.5" />
            <path d="M9 14V6" strokeWidth="3" />
            <path d="M5 4.8H13" strokeWidth="3.2" />
          </g>
        </>
      ) : (
        shape(verdict)
      )}
    </svg>
  );
}
