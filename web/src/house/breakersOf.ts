// The breakers of a house in their order, as they are called beside a mark and in a sentence.
import type { House } from '../api/types';

export type NamedBreaker = {
  /** Beside a mark: with the first word of its panel where there are several. */
  short: string;
  words: string;
  feeds: string;
};

export function breakersOf({ panels }: Pick<House, 'panels'>): NamedBreaker[] {
  return panels.flatMap(({ mark, breakers }) =>
    breakers.map(({ name, feeds }) => ({
      short: panels.length > 1 ? `${mark.name.split(/[ ,]/)[0]} ${name}` : name,
      words: `Breaker ${name} of ${mark.name}`,
      feeds,
    })),
  );
}
