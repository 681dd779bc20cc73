// The house on one page: its rooms with their boxes as marks, its panels with what each breaker feeds. A mark leads to its place, a
// breaker shows what hangs on it.
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api } from '../api/client';
import { keys } from '../api/queries';
import type { HouseMark, HousePanel } from '../api/types';
import { VerdictMark } from '../drawing/VerdictMark';
import { Failed, Loading } from '../ui/States';
import { subjectPath } from '../ui/subjectPath';

export function HouseView() {
  const { audit = '' } = useParams();
  const house = useQuery({ queryKey: keys.house(audit), queryFn: () => api.house(audit) });
  const job = useQuery({ queryKey: keys.job(audit), queryFn: () => api.job(audit) });
  const [shown, setShown] = useState<number | null>(null);
  if (house.isError) return <Failed error={house.error} again={() => void house.refetch()} />;
  if (!house.data) return <Loading what="the house" />;
  const { panels, rooms, runs, says } = house.data;
  const breakers = panels.flatMap((panel) => panel.breakers);
  const one = shown === null ? null : breakers[shown];
  return (
    <main id="main" className="page house-view">
      <div className="page-head">
        <h1>The house on one page</h1>
      </div>
      <p>
        {says} {job.data && <>Still to come: {job.data.estimate.sentence}</>}
      </p>
      <p role="status" className="house-said">
        {one ? `${one.called}. ${one.feeds}` : 'A breaker shows what hangs on it.'}
      </p>
      <div className="house-columns">
        <section aria-label="Panels">
          {panels.map((panel) => (
            <Panel key={panel.mark.name} audit={audit} panel={panel} shown={shown} onShow={setShown} />
          ))}
          {runs.length > 0 && (
            <>
              <h2>Cable runs</h2>
              <ul className="house-marks">
                {runs.map((run) => (
                  <Mark key={JSON.stringify(run.subject)} audit={audit} mark={run} />
                ))}
              </ul>
            </>
          )}
        </section>
        <section aria-label="Rooms" className="house-rooms">
          {rooms.map((room) => (
            <div key={room.id}>
              <h2>
                {room.itself ? (
                  <Link to={subjectPath(audit, { room: room.id })}>
                    <VerdictMark verdict={room.itself.worst} danger={room.itself.dangerous} size={18} />
                    {room.name}
                  </Link>
                ) : (
                  room.name
                )}
              </h2>
              <ul className="house-marks">
                {room.boxes.map((mark) => (
                  <Mark
                    key={mark.name}
                    audit={audit}
                    mark={mark}
                    feeds={mark.fed_by.map((place) => breakers[place]?.short ?? '').join(', ')}
                    fed={shown !== null && mark.fed_by.includes(shown)}
                  />
                ))}
              </ul>
            </div>
          ))}
        </section>
      </div>
    </main>
  );
}

type PanelProps = {
  audit: string;
  panel: HousePanel;
  shown: number | null;
  onShow: (breaker: number | null) => void;
};

function Panel({ audit, panel, shown, onShow }: PanelProps) {
  return (
    <>
      <h2>
        <Link to={subjectPath(audit, panel.mark.subject)}>
          <VerdictMark verdict={panel.mark.worst} danger={panel.mark.dangerous} size={18} />
          {panel.mark.name}
        </Link>
      </h2>
      <div className="house-breakers">
        {panel.breakers.map((breaker, index) => {
          const place = panel.first + index;
          if (breaker.boxes === 0) return null;
          return (
            <button
              key={place}
              type="button"
              aria-pressed={shown === place}
              onClick={() => onShow(shown === place ? null : place)}
            >
              <b className="figure">{breaker.name}</b>
              <span>
                {[breaker.amperes && `${breaker.amperes} A`, breaker.directory].filter(Boolean).join(', ')}
              </span>
              <i className="figure">{breaker.boxes}</i>
            </button>
          );
        })}
      </div>
    </>
  );
}

type MarkProps = { audit: string; mark: HouseMark; feeds?: string; fed?: boolean };

function Mark({ audit, mark, feeds = '', fed = false }: MarkProps) {
  return (
    <li className={fed ? 'fed' : undefined}>
      <Link to={subjectPath(audit, mark.subject)} title={mark.place}>
        <VerdictMark verdict={mark.worst} danger={mark.dangerous} size={18} />
        <b>{mark.name}</b>
        {feeds && <i className="figure">{feeds}</i>}
        {mark.put_right && <i>put right</i>}
      </Link>
    </li>
  );
}
