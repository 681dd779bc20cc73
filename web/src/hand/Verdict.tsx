// The verdict of the box, always in sight: the worst finding with its figure and what it is short by. A tap opens all of them.
import { worstOf } from '../api/types';
import { VerdictMark, verdictWords } from '../drawing/VerdictMark';
import { counted } from '../findings/FindingList';
import { bareBeside } from '../ui/figure';
import { tellingOf } from '../walk/Findings';
import type { SessionState } from '../walk/sessionState';

type Props = { state: SessionState; wanted: number; open: () => void };

export function Verdict({ state, wanted, open }: Props) {
  const { judgement } = state;
  const telling = tellingOf(judgement.results).filter(counted);
  const first = telling[0];
  const finding = worstOf(first);
  const figures = finding?.measured && finding.required ? finding : null;
  const stopped = judgement.stops.length > 0;
  const danger = stopped || judgement.dangerous;
  const verdict = first?.verdict ?? judgement.worst;
  const others = telling.length - 1;
  const more = [
    others > 0 && `and ${others} more`,
    wanted > 0 && `${wanted} still asked for`,
    telling.length === 0 && wanted === 0 && 'nothing more is asked for',
  ].filter(Boolean);
  return (
    <button
      type="button"
      className={`hand-verdict verdict-${verdict} ${danger ? 'danger' : ''}`}
      onClick={open}
    >
      <VerdictMark verdict={verdict} danger={danger} size={34} quiet />
      <span className="what">
        {stopped ? (
          <b>Stop. Refer to a licensed electrician.</b>
        ) : figures?.measured && figures.required ? (
          <b className="figure">
            {bareBeside(figures.measured.figure.text, figures.required.text)}{' '}
            {figures.side === 'at-most' ? 'max' : 'of'} {figures.required.text}
          </b>
        ) : (
          <b>{first ? first.title : 'Nothing broken'}</b>
        )}
        <span>
          {[!stopped && figures && (finding?.label || first?.title), ...more].filter(Boolean).join('; ')}
        </span>
      </span>
      <span className="by">
        {figures?.shortfall && figures.required && !stopped ? (
          <>
            <b className="figure">{bareBeside(figures.shortfall.text, figures.required.text)}</b>
            <span>{figures.side === 'at-most' ? 'over by' : 'short by'}</span>
          </>
        ) : (
          <span>{danger ? 'danger' : first ? verdictWords[first.verdict] : ''}</span>
        )}
      </span>
    </button>
  );
}
