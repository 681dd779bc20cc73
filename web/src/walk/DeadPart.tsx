// The dead test of the box at hand, and that of the shut-downs it belongs to.
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../api/client';
import { keys } from '../api/queries';
import { DeadTestSteps } from '../electrical/DeadTestSteps';
import { Hands } from '../ui/Hands';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';

type Props = { audit: string; session: BoxSession; state: SessionState };

export function DeadPart({ audit, session, state }: Props) {
  const box = state.record.id;
  const breakers = useQuery({
    queryKey: keys.breakersOf(audit, box),
    queryFn: () => api.breakersOf(audit, box),
  });
  return (
    <>
      {breakers.data?.map((feeding) => (
        <p key={`${feeding.panel} ${feeding.breaker}`} className="on-circuit">
          <Link to={`/audits/${audit}/panel/${feeding.panel}`}>
            Breaker <b className="figure">{feeding.breaker}</b> of {feeding.panel_name}
          </Link>
          . {feeding.sentence}
          {feeding.differs && <b> {feeding.differs}</b>}
        </p>
      ))}
      {state.view.circuits.map((circuit) => (
        <p key={circuit.id} className="muted on-circuit">
          On <Link to={`/audits/${audit}/trace/${circuit.id}`}>{circuit.name}</Link>
          {circuit.breaker && `, breaker ${circuit.breaker}`}
          {circuit.dead_test && `. Its shut-down: ${circuit.dead_test}`}
        </p>
      ))}
      <Hands
        tag={state.record.tag}
        hands={state.record.hands_in}
        dead={
          state.judgement.electrical.dead_test.state === 'proven-dead' ||
          state.view.circuits.some((circuit) => circuit.proven_dead)
        }
        onChange={(hands_in) => session.editRecord((record) => ({ ...record, hands_in }))}
      />
      <DeadTestSteps
        test={state.judgement.electrical.dead_test}
        onStep={(step) =>
          session.edit((contents) => ({ ...contents, dead_test: [...contents.dead_test, step] }))
        }
        onBegin={
          state.record.hands_in
            ? undefined
            : () => session.edit((contents) => ({ ...contents, dead_test: [] }))
        }
      />
    </>
  );
}
