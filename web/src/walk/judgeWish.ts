// What the core is asked about one side of a box: what is there, and what is typed and not read yet.
import type { JudgeWish } from '../api/client';
import type { Basis, BoxRecord, BoxView, TypedEntry } from '../api/types';
import { sideOf } from './contents';
import type { Side } from './sessionState';

export function judgeWish(
  basis: Basis,
  { wired_under, items, fed_by }: BoxView,
  record: BoxRecord,
  side: Side,
  typed: TypedEntry[],
): JudgeWish {
  return {
    basis,
    wired_under: wired_under ?? null,
    new_work: false,
    repaired: side === 'left' ? items.flatMap(({ view }) => (view.item ? [view.rule] : [])) : [],
    contents: sideOf(record, side),
    fed_by,
    rulings: record.rulings,
    typed,
  };
}
