// The words of a note about what was worked out.
import type { Calculated } from '../api/types';

/** What a note holds at most. */
const LONGEST = 500;

/** What was asked, the sentence, and as many of the figures as there is room for. */
export function noteText(title: string, { says, lines }: NonNullable<Calculated['worked']>): string {
  let text = `${title}: ${says}`;
  for (const { what, figure } of lines) {
    const longer = `${text} ${what}: ${figure};`;
    if (longer.length > LONGEST) break;
    text = longer;
  }
  return text.replace(/;$/, '.').slice(0, LONGEST);
}
