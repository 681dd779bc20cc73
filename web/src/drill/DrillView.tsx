// The drill: boards with planted faults without end. A board is its address, so that two people can have the same.
import { useParams, useSearchParams } from 'react-router';
import { useTrades } from '../api/queries';
import type { DrillWish } from '../api/types';
import { useUsualEdition } from '../ui/EditionSelect';
import { Loading } from '../ui/States';
import { Board } from './Board';
import { Start } from './Start';

export function DrillView() {
  const { kind, level, seed } = useParams();
  const [search] = useSearchParams();
  const kinds = useTrades().data?.drill_kinds;
  const usual = useUsualEdition();
  if (!kinds || !usual) return <Loading what="the drill" />;
  const edition = (search.get('edition') ?? usual) as DrillWish['edition'];
  const units = (search.get('units') ?? 'inch') as DrillWish['units'];
  const known = kinds.find(({ value }) => value === kind)?.value;
  if (!known) return <Start kinds={kinds} edition={edition ?? usual} units={units ?? 'inch'} />;
  const rule = search.get('rule');
  const wish: DrillWish = {
    kind: known,
    level: Number(level),
    seed: Number(seed),
    ...(edition && { edition }),
    ...(units && { units }),
    ...(rule && { rule }),
  };
  return <Board key={JSON.stringify(wish)} wish={wish} clock={search.has('clock')} />;
}
