// What is done at the drawing of a box: taking hold of a part, bringing a conductor to a screw, breaking a tab, pulling.
import { useState } from 'react';
import type { Terminal } from '../../api/types';
import type { Holding, Part } from '../../drawing/parts';
import type { Pulls } from '../../drawing/section/SectionDrawing';
import { contentsOf, landedOn, withCableAs, withConductorAs, withDeviceAs, withSetBack } from '../contents';
import type { BoxSession } from '../session';
import type { SessionState } from '../sessionState';
import { conductorNamesByCable } from '../words';
import { belongsTo } from './fields';

export type AtDrawing = Holding & {
  pulls: Pulls;
  /** It was taken hold of by a key: what can be said of it comes under the cursor. */
  byKey: boolean;
  letGo: () => void;
};

export function useAtDrawing(session: BoxSession, state: SessionState): AtDrawing {
  const [held, setHeld] = useState<{ part: Part; byKey: boolean } | null>(null);
  const contents = contentsOf(state);
  const nameOf = (conductor: number) =>
    conductorNamesByCable(contents).find(([id]) => id === conductor)?.[1] ?? 'conductor';
  const at = (list: 'cables' | 'conductors', id: number) =>
    `/${list}/${contents[list].findIndex((known) => known.id === id)}`;

  function pick(part: Part, byKey: boolean) {
    const [what, id, which = ''] = part.split(' ');
    const conductor = held?.part.startsWith('conductor ') ? Number(held.part.split(' ')[1]) : null;
    if (what === 'terminal' && conductor !== null) {
      land(conductor, Number(id), which as Terminal);
      return setHeld(null);
    }
    if (what === 'tab') {
      breakTab(Number(id), which === 'hot' ? 'hot_tab' : 'neutral_tab');
      return setHeld({ part, byKey });
    }
    setHeld(held?.part === part ? null : { part, byKey });
  }

  function land(conductor: number, device: number, terminal: Terminal) {
    const screw = state.judgement.face.devices
      .find((known) => known.id === device)
      ?.terminals.find((known) => known.terminal === terminal)?.name;
    session.edit((known) => landedOn(known, conductor, device, terminal), {
      words: `${nameOf(conductor)}: on ${screw ?? terminal} of device ${device}`,
    });
  }

  /** A tab that was not looked at, or is whole, is broken off; one that was broken is whole. */
  function breakTab(device: number, tab: 'hot_tab' | 'neutral_tab') {
    const now = contents.devices.find((known) => known.id === device)?.[tab];
    const then = now === 'broken' ? 'whole' : 'broken';
    session.edit((known) => withDeviceAs(known, device, { [tab]: then }), {
      words: `Tab between the ${tab === 'hot_tab' ? 'brass' : 'silver'} screws of device ${device}: ${then === 'broken' ? 'broken off' : 'whole'}`,
    });
  }

  const pulls: Pulls = {
    noted: {
      freeLength: (id) => contents.conductors.find((known) => known.id === id)?.free_length ?? null,
      sheathEnd: (id) => contents.cables.find((known) => known.id === id)?.sheath_end ?? null,
      setBack: () => {
        const { set_back, proud } = contents.stand;
        return set_back ?? (proud === null ? null : -proud);
      },
    },
    freeLength: (id, nm) => {
      const of = at('conductors', id);
      const pointer = `${of}/free_length`;
      session.pull(
        [pointer, `${of}/reach`],
        (known) => withConductorAs(known, id, { free_length: nm, reach: null }),
        { words: `${nameOf(id)}, from the sheath`, pointer },
      );
    },
    sheathEnd: (id, nm) => {
      const pointer = `${at('cables', id)}/sheath_end`;
      session.pull([pointer], (known) => withCableAs(known, id, { sheath_end: nm }), {
        words: `Cable ${id}, its sheath ends behind the opening`,
        pointer,
      });
    },
    setBack: (nm) =>
      session.pull(['/stand/set_back', '/stand/proud'], (known) => withSetBack(known, nm), {
        words: nm < 0 ? 'The box stands proud' : 'The box is set back',
        pointer: nm < 0 ? '/stand/proud' : '/stand/set_back',
      }),
    letGo: () => session.letGo(),
  };

  return {
    picked: held?.part ?? null,
    byKey: held?.byKey ?? false,
    pick,
    waits: (part) => {
      const belongs = belongsTo(part, contents);
      return state.judgement.asked.some(({ field }) => belongs(field));
    },
    letGo: () => setHeld(null),
    pulls,
  };
}
