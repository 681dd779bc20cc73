// Lengths before and after a repair, and the pigtails to cut for it.
import type { BeforeAfter, Proposal } from '../api/types';
import { bare } from '../ui/figure';

export function BeforeAfterTable({ pairs }: { pairs: BeforeAfter[] }) {
  if (pairs.length === 0) return null;
  return (
    <table className="before-after">
      <thead>
        <tr>
          <th scope="col">
            <span className="visually-hidden">Conductor</span>
          </th>
          <th scope="col">From sheath</th>
          <th scope="col">Past opening</th>
        </tr>
      </thead>
      <tbody>
        {pairs.map((pair) => (
          <tr key={pair.conductor}>
            <th scope="row">{pair.label.replace(/ AWG$/, '')}</th>
            <td>
              <Pair before={pair.length_before?.text} after={pair.length_after?.text} />
            </td>
            <td>
              <Pair before={pair.reach_before?.text} after={pair.reach_after?.text} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Pair({ before, after }: { before: string | undefined; after: string | undefined }) {
  return (
    <span className="figure">
      {bare(before)} → {bare(after)}
    </span>
  );
}

export function PigtailList({ pigtails }: { pigtails: Proposal['pigtails'] }) {
  if (pigtails.length === 0) return null;
  return (
    <ul className="pigtails">
      {pigtails.map((pigtail) => (
        <li key={pigtail.label + pigtail.conductors.join()}>
          <b className="figure">{pigtail.length.text}</b> for {pigtail.label}
          <small>{pigtail.arithmetic}</small>
        </li>
      ))}
    </ul>
  );
}
