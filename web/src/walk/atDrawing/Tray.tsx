// Under the drawing: the last act in words, and what can be said of the part one took hold of.
import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import { useChoices } from '../../api/choices';
import type { FillCause, Terminal } from '../../api/types';
import type { Part } from '../../drawing/parts';
import { contentsOf } from '../contents';
import type { BoxSession } from '../session';
import type { SessionState } from '../sessionState';
import { conductorNamesByCable } from '../words';
import type { Place } from './Asks';
import { FillForm, VolumeForm } from './InFill';
import { CableForm, ConductorForm, StandForm, WallForm } from './InSection';
import { DeviceForm, GangForm, TabForm, TerminalForm } from './OnFace';
import type { AtDrawing } from './useAtDrawing';

type Props = {
  session: BoxSession;
  state: SessionState;
  at: AtDrawing;
  /** What is said where nothing was done yet. */
  hint: string;
};

export function Tray({ session, state, at, hint }: Props) {
  const choices = useChoices();
  const contents = contentsOf(state);
  const tray = useRef<HTMLElement>(null);
  const { picked, byKey } = at;
  useEffect(() => {
    if (picked && byKey)
      tray.current?.querySelector<HTMLElement>('.asks :is(button, input, select)')?.focus();
  }, [picked, byKey]);
  const close = () => {
    const part = document.querySelector<SVGElement>(`[data-part="${picked}"]`);
    at.letGo();
    part?.focus();
  };
  const place = {
    session,
    state,
    contents,
    choices,
    wanted: new Set(state.judgement.asked.map(({ field }) => field)),
  };
  const form = picked && formOf(picked, place, at);
  return (
    <>
      <div className="act" role="status">
        <span>{state.said ? saidWords(state) : hint}</span>
        {state.said && !state.said.back && (
          <Button variant="outline-primary" onClick={() => session.undo()}>
            Take it back
          </Button>
        )}
      </div>
      {form && (
        <section
          ref={tray}
          className="tray"
          aria-label={form.name}
          onKeyDown={(event) => event.key === 'Escape' && close()}
        >
          <h3>
            {form.name}
            {form.next && <i>{form.next}</i>}
          </h3>
          <button type="button" className="plain" aria-label="Done here" onClick={close}>
            ×
          </button>
          <div className="asks">{form.asks}</div>
        </section>
      )}
    </>
  );
}

/** The last act; a length is said as it is kept now. */
function saidWords({ said, judgement }: SessionState) {
  if (!said) return '';
  if (said.back) return `Taken back: ${said.words}`;
  const kept = judgement.texts.find((known) => known.pointer === said.pointer)?.text;
  return kept ? `${said.words} ${kept}` : said.words;
}

type Form = { name: string; next?: string; asks: React.ReactNode };

/** What can be said of a part; null where it is no longer there. */
function formOf(part: Part, where: Omit<Place, 'name'>, at: AtDrawing): Form | null {
  const { contents, state } = where;
  const [what, id, which = ''] = part.split(' ');
  const named = (name: string, asks: (place: Place) => React.ReactNode, next?: string): Form => ({
    name,
    asks: asks({ ...where, name }),
    ...(next ? { next } : {}),
  });
  switch (what) {
    case 'stand':
      return named('The box', (place) => <StandForm {...place} />);
    case 'wall':
      return named('Wall', (place) => <WallForm {...place} />);
    case 'volume':
      return named('Volume of the box', (place) => <VolumeForm {...place} />);
    case 'gang':
      return named('A free gang', (place) => (
        <GangForm
          {...place}
          onPut={() =>
            at.pick(`device ${Math.max(0, ...contents.devices.map((known) => known.id)) + 1}`, false)
          }
        />
      ));
    case 'fill':
      return named(FILL_NAMES[id as FillCause], (place) => (
        <FillForm {...place} cause={id as FillCause} onGang={() => at.pick('gang', false)} />
      ));
    case 'cable': {
      const index = contents.cables.findIndex((known) => known.id === Number(id));
      const cable = contents.cables[index];
      if (!cable) return null;
      return named(cable.label || `Cable ${cable.id}`, (place) => (
        <CableForm {...place} cable={cable} index={index} />
      ));
    }
    case 'conductor': {
      const index = contents.conductors.findIndex((known) => known.id === Number(id));
      const conductor = contents.conductors[index];
      if (!conductor) return null;
      const name = conductorNamesByCable(contents)[index]?.[1] ?? conductor.colour;
      const screws = state.judgement.face.devices.some(({ terminals }) => terminals.length > 0);
      return named(
        name,
        (place) => <ConductorForm {...place} conductor={conductor} index={index} />,
        screws ? 'on the face, tap the screw it goes to' : undefined,
      );
    }
    default: {
      const index = contents.devices.findIndex((known) => known.id === Number(id));
      const device = contents.devices[index];
      const drawn = state.judgement.face.devices.find((known) => known.id === Number(id));
      if (!device) return null;
      const label = drawn?.label ?? `device ${device.id}`;
      if (what === 'device') {
        return named(label, (place) => (
          <DeviceForm {...place} device={device} index={index} onGone={at.letGo} />
        ));
      }
      if (what === 'tab') {
        const side = which === 'hot' ? 'brass' : 'silver';
        return named(`Tab between the ${side} screws, ${label}`, (place) => (
          <TabForm
            {...place}
            device={device}
            index={index}
            tab={which === 'hot' ? 'hot_tab' : 'neutral_tab'}
          />
        ));
      }
      const screw = drawn?.terminals.find(({ terminal }) => terminal === which);
      if (!screw) return null;
      return named(`${screw.name}, ${label}`, (place) => (
        <TerminalForm {...place} device={device.id} terminal={which as Terminal} />
      ));
    }
  }
}

const FILL_NAMES: Record<FillCause, string> = {
  conductors: 'Cables and conductors',
  devices: 'Devices',
  clamps: 'Clamps',
  grounds: 'Cables and conductors',
  fittings: 'Support fittings',
  'terminal-blocks': 'Terminal blocks',
  connectors: 'Connectors',
};
