// What is taken down of a box, in the order of the work: measures, the box in its wall, devices and
// splices, terminals, readings, the dead test, photographs.
import { Photos } from '../photos/Photos';
import { BoxFacts } from './BoxFacts';
import { contentsOf } from './contents';
import { DeadPart } from './DeadPart';
import { DeviceFacts } from './DeviceFacts';
import { Look } from './Look';
import { Measures } from './Measures';
import { Readings } from './Readings';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';
import { Terminals } from './Terminals';

export type CapturePart = 'measure' | 'box' | 'devices' | 'look' | 'read' | 'terminals' | 'dead' | 'photos';

const PARTS: [CapturePart, string][] = [
  ['measure', 'Lengths'],
  ['look', 'Look'],
  ['box', 'Box and wall'],
  ['devices', 'Devices'],
  ['terminals', 'Terminals'],
  ['read', 'Read'],
  ['dead', 'Dead test'],
  ['photos', 'Photos'],
];

export const PART_NAMES = PARTS.map(([part]) => part);

/** The part in which a field is taken down. */
export function partOf(field: string): CapturePart {
  if (field.startsWith('/observed')) return 'look';
  if (/^\/(lamps|readings)/.test(field)) return 'read';
  if (/^\/(landings|bare_copper)/.test(field)) return 'terminals';
  if (/^\/(devices|hung|splices)/.test(field)) return 'devices';
  if (/^\/(supply|stand|location|construction|bond|plate|gangs|marked_volume|fittings|added)/.test(field))
    return 'box';
  return 'measure';
}

type Props = {
  audit: string;
  session: BoxSession;
  state: SessionState;
  units: 'inch' | 'metric';
  part: CapturePart;
  onPart: (part: CapturePart) => void;
};

export function Capture({ audit, session, state, units, part, onPart }: Props) {
  const seen = contentsOf(state).observed.length;
  return (
    <div className="capture">
      <fieldset className="sides parts">
        <legend className="visually-hidden">What to take down</legend>
        {PARTS.map(([known, name]) => (
          <button key={known} type="button" aria-pressed={part === known} onClick={() => onPart(known)}>
            {name}
            {known === 'look' && seen > 0 && <i className="figure"> {seen}</i>}
          </button>
        ))}
      </fieldset>
      {part === 'measure' && <Measures session={session} state={state} units={units} />}
      {part === 'look' && <Look session={session} state={state} />}
      {part === 'box' && <BoxFacts session={session} state={state} />}
      {part === 'devices' && <DeviceFacts session={session} state={state} />}
      {part === 'terminals' && <Terminals session={session} state={state} />}
      {part === 'read' && <Readings session={session} state={state} />}
      {part === 'photos' && <Photos audit={audit} of={{ box: state.record.id }} />}
      {part === 'dead' && <DeadPart audit={audit} session={session} state={state} />}
    </div>
  );
}
