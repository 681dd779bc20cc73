// What two sides of a record differ in, a measured figure in the units of the audit.
import type { Basis } from '../api/types';
import type { Difference, Value } from './differences';
import { UNITS } from './figure';
import { usePrinted } from './usePrinted';

/** One side of a difference. */
function Shown({ row, value, units }: { row: Difference; value: Value; units: Basis['units'] }) {
  const measured = typeof value === 'number' && row.quantity;
  const length = usePrinted(measured === 'Length' || measured === 'Offset' ? (value as number) : 0, units);
  if (value === null || value === '') return <>nothing</>;
  if (!measured) return <>{String(value)}</>;
  if (measured === 'Length' || measured === 'Offset') return <>{length}</>;
  const [one, unit] = UNITS[measured][units];
  return (
    <>
      {Number(((value as number) / one).toFixed(2))} {unit}
    </>
  );
}

type Props = { rows: Difference[]; here: string; there: string; units: Basis['units'] };

export function ConflictTable({ rows, here, there, units }: Props) {
  return (
    <>
      <table className="differences">
        <thead>
          <tr>
            <th scope="col">What differs</th>
            <th scope="col">{here}</th>
            <th scope="col">{there}</th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, 12).map((row) => (
            <tr key={row.what}>
              <th scope="row">{row.what}</th>
              <td>
                <Shown row={row} value={row.mine} units={units} />
              </td>
              <td>
                <Shown row={row} value={row.theirs} units={units} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > 12 && <p>and {rows.length - 12} more</p>}
    </>
  );
}
