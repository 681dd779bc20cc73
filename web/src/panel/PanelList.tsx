// The panel for a hand: its spaces one under the other, each large enough to hit and to read; its map is a tap away.
import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import { VerdictMark } from '../drawing/VerdictMark';
import { PanelDrawing, type PanelShown } from './PanelDrawing';
import { inOrder, markOf } from './spaces';

export function PanelList(props: PanelShown) {
  const { panel, judgement, chosen, off, names, onChoose } = props;
  const [map, setMap] = useState(false);
  return (
    <nav aria-label={`${panel.name}: ${panel.breakers.length} breakers in ${panel.spaces} spaces`}>
      <p className="line-side-words">
        Line side, from {judgement.fed_from}: live with the main off.{' '}
        {panel.main_breaker ? `Main ${panel.main_breaker} A.` : 'No main noted.'}
      </p>
      <button type="button" className="way" onClick={() => setMap(true)}>
        Map of the panel
      </button>
      <ol className="space-list">
        {inOrder(panel).map(({ space, breaker }) => {
          if (!breaker) {
            return (
              <li key={space}>
                <button type="button" onClick={() => onChoose(null, space)}>
                  <b className="figure">{space}</b>
                  <span className="muted">empty: add a breaker</span>
                </button>
              </li>
            );
          }
          const name = names.get(breaker.id) ?? String(space);
          const mark = markOf(judgement, breaker.id);
          const dark = off.includes(name);
          return (
            <li key={`breaker ${breaker.id}`}>
              <button
                type="button"
                aria-current={chosen === breaker.id ? 'true' : undefined}
                onClick={() => onChoose(breaker.id, space)}
              >
                <b className="figure">{name}</b>
                <span>
                  {breaker.directory || 'not named'}
                  <i>
                    {[
                      breaker.amperes && `${breaker.amperes} A`,
                      breaker.essential_minutes != null && `off at most ${breaker.essential_minutes} min`,
                      dark && 'off in this round',
                      mark,
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </i>
                </span>
                {mark && <VerdictMark verdict="violates" danger={mark === 'danger'} size={30} quiet />}
              </button>
            </li>
          );
        })}
      </ol>
      <Modal show={map} onHide={() => setMap(false)} fullscreen animation={false} aria-labelledby="map-title">
        <Modal.Header closeButton>
          <Modal.Title id="map-title" as="h2">
            {panel.name}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="panel-map">
          <PanelDrawing
            {...props}
            onChoose={(breaker, space) => {
              setMap(false);
              onChoose(breaker, space);
            }}
          />
        </Modal.Body>
      </Modal>
    </nav>
  );
}
