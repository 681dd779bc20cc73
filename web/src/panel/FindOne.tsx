// The breaker of one outlet, by halves: what to switch off, and whether the outlet went dead.
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api } from '../api/client';
import type { PanelView } from '../api/types';
import { useFocusKept } from '../ui/useFocusKept';

export function FindOne({ view, open = false }: { view: PanelView; open?: boolean }) {
  const may = view.judgement.answer.directory.filter(
    (line) =>
      !view.stay_off.includes(line.name) &&
      !view.panel.record.breakers.find((breaker) => breaker.id === line.breaker)?.never,
  );
  const [words, setWords] = useState('');
  const [ruledOut, setRuledOut] = useState<string[]>([]);
  const [trips, setTrips] = useState(0);
  const possible = may
    .filter((line) => !ruledOut.includes(line.name))
    .map((line) => ({ name: line.name, directory: line.says }));
  const wish = { possible, words };
  const next = useQuery({
    queryKey: ['find', wish],
    queryFn: () => api.findBreaker(wish),
    enabled: may.length > 0,
    // The buttons stay where they are while the next trip is worked out.
    placeholderData: keepPreviousData,
  });
  const kept = useFocusKept<HTMLDetailsElement>('.dead-answers button, .link');
  if (may.length === 0) return null;
  const answer = (dead: boolean) => {
    if (next.isPlaceholderData) return;
    const off = next.data?.switch_off ?? [];
    const out = possible.map((one) => one.name).filter((name) => off.includes(name) !== dead);
    setRuledOut([...ruledOut, ...out]);
    setTrips(trips + 1);
  };
  return (
    <details className="find-one" open={open} ref={kept}>
      <summary>Find the breaker of one outlet</summary>
      {view.stay_off.length > 0 && (
        <p className="muted">
          {view.stay_off.join(', ')} {view.stay_off.length === 1 ? 'stays' : 'stay'} off for hands in a box.
        </p>
      )}
      <Form.Control
        aria-label="Where the outlet is"
        placeholder="where the outlet is"
        value={words}
        maxLength={80}
        onChange={(event) => setWords(event.target.value)}
      />
      <p className="trace-says" role="status">
        {next.data?.sentence}
      </p>
      {(next.data?.switch_off.length ?? 0) > 0 && (
        <div className="dead-answers">
          <Button onClick={() => answer(true)}>It is dead</Button>
          <Button variant="outline-primary" onClick={() => answer(false)}>
            Still live
          </Button>
        </div>
      )}
      {trips > 0 && (
        <p className="muted">
          {trips} {trips === 1 ? 'trip' : 'trips'}, {possible.length} still possible.{' '}
          <button
            type="button"
            className="plain link"
            onClick={() => {
              setRuledOut([]);
              setTrips(0);
            }}
          >
            Begin again
          </button>
        </p>
      )}
    </details>
  );
}
