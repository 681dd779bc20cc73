// Which fields of a box belong to a part of its drawing: what a rule still waits for glows there.
import type { BoxContents } from '../../api/types';
import type { Part } from '../../drawing/parts';

/** The fields of the parts of which there is one. */
const OF_ONE: Record<string, RegExp> = {
  stand:
    /^\/(stand\/(set_back|proud|gap|far_side|stud_near|held_by|nailed|height|to_water)|location|construction|bond|gangs)/,
  wall: /^\/(wall_finish|stand\/(finish_to_come|fire_rated))/,
  gang: /^\/hung/,
  volume: /^\/(marked_volume|size|depth|opening|added)/,
  terminal: /^\/(landings|bare_copper)/,
  'fill conductors': /^\/fittings\/support/,
  'fill clamps': /^\/fittings\/internal_clamps/,
  'fill fittings': /^\/fittings\/support/,
  'fill terminal-blocks': /^\/fittings\/terminal_blocks/,
};

const TAB_FIELD: Record<string, string> = { hot: 'hot_tab', neutral: 'neutral_tab' };

/** Whether a field belongs to a part. */
export function belongsTo(part: Part, contents: BoxContents): (field: string) => boolean {
  const one = OF_ONE[part];
  if (one) return (field) => one.test(field);
  const [what = '', id, which = ''] = part.split(' ');
  const list = { cable: 'cables', conductor: 'conductors', device: 'devices', tab: 'devices' }[what];
  if (list === undefined) return (field) => OF_ONE[what]?.test(field) ?? false;
  const index = contents[list as 'cables' | 'conductors' | 'devices'].findIndex(
    (known) => known.id === Number(id),
  );
  if (index < 0) return () => false;
  const of = `/${list}/${index}/`;
  if (what === 'tab') return (field) => field === of + TAB_FIELD[which];
  return (field) => field.startsWith(of) && !/_tab$/.test(field);
}
