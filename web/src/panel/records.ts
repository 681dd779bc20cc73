// New records of a panel, with nothing known yet.
import type { Breaker, Panel } from '../api/types';

export function newPanel(id: string, name: string): Panel {
  return {
    id,
    name,
    spaces: 24,
    breakers: [],
    wired_under: null,
    feed: 'unknown',
    incoming: null,
    rating: null,
    main_breaker: null,
    rated_volts: null,
    measured_volts: null,
    tandem_spaces: null,
    bars: [],
    grounding: {
      main_bond: null,
      electrodes: null,
      ohms: null,
      conductor: null,
      conductor_material: 'copper',
    },
    observed: [],
    rulings: [],
    remarks: [],
    mapping: { safety: 'detects', breakers: [], points: [] },
    left: null,
  };
}

export function newBreaker(id: number, space: number): Breaker {
  return {
    id,
    space,
    kind: 'single',
    amperes: 15,
    directory: '',
    essential_minutes: null,
    never: false,
    protection: 'plain',
    listed: null,
    firm: null,
    for_two: false,
    conductors: [],
    bare_copper: null,
    shares_neutral_with: null,
    tied: null,
    load: null,
    motor: false,
    warm: false,
    ambient: null,
    bundled: null,
    back_fed: false,
  };
}
