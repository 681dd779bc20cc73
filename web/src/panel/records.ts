// New records of a panel, with nothing known yet.
import type { Bar, Breaker, LandedConductor, Panel } from '../api/types';

/** A panel by its name alone: for what is not given, what the core takes for not known stands. */
export const newPanel = (id: string, name: string) => ({ id, name, spaces: 24 }) as Panel;

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

/** What a bar carries as a rule. */
export const carriedBy = ({ kind }: Pick<Bar, 'kind'>): LandedConductor['role'] =>
  kind === 'ground' ? 'equipment-grounding' : 'grounded';

/** A conductor at a terminal: of the size and the metal of one that is known, and nothing else known of it. */
export const newConductor = (
  terminal: number,
  role: LandedConductor['role'],
  like: Pick<LandedConductor, 'gauge' | 'material'> | undefined,
): LandedConductor => ({
  terminal,
  gauge: like?.gauge ?? '12',
  role,
  material: like?.material ?? 'copper',
  strands: null,
  colour: null,
  remarked: null,
  breaker: null,
});
