// What one sees rather than measures, as chips in the order one looks. Each is not looked at, there, or not there.
import { Button } from 'react-bootstrap';
import { useTrades } from '../api/queries';
import type { BoxContents, Observation, ObservationInfo } from '../api/types';
import { answered, answerTo, SeenChip } from '../ui/Seen';
import { contentsOf } from './contents';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';

type Props = { session: BoxSession; state: SessionState };

export function observe(contents: BoxContents, what: Observation, fault: boolean | null): BoxContents {
  return { ...contents, observed: answered(contents.observed, what, fault) };
}

export function Look({ session, state }: Props) {
  const trades = useTrades();
  const contents = contentsOf(state);
  const groups = new Map<string, ObservationInfo[]>();
  for (const info of trades.data?.observations ?? []) {
    if (info.group === 'hung' && !contents.hung) continue;
    groups.set(info.group_name, [...(groups.get(info.group_name) ?? []), info]);
  }
  const answer = (what: Observation) => answerTo(contents.observed, what);
  const order = [...groups].sort(
    ([, a], [, b]) => Number(a[0]?.group === 'stop') - Number(b[0]?.group === 'stop'),
  );
  return (
    <div className="look">
      {order.map(([name, infos]) => {
        const open = infos.filter((info) => answer(info.what) === null);
        return (
          <fieldset key={name} className={infos[0]?.group === 'stop' ? 'look-group stop' : 'look-group'}>
            <legend>{name}</legend>
            <div className="chips">
              {infos.map((info) => (
                <SeenChip
                  key={info.what}
                  info={info}
                  now={answer(info.what)}
                  onChange={(fault) => session.edit((known) => observe(known, info.what, fault))}
                />
              ))}
              {infos[0]?.group !== 'stop' && open.length > 0 && (
                <Button
                  variant="outline-primary"
                  className="rest-sound"
                  onClick={() =>
                    session.edit((known) =>
                      open.reduce((grown, info) => observe(grown, info.what, false), known),
                    )
                  }
                >
                  Rest sound
                </Button>
              )}
            </div>
          </fieldset>
        );
      })}
    </div>
  );
}
