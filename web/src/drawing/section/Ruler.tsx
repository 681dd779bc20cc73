// The ruler under the section, in the unit of the audit.
import type { Section } from '../../api/types';

type RulerProps = { section: Section; x: (nm: number) => number; left: number; y: number; narrow: boolean };

export function Ruler({ section, x, left, y, narrow }: RulerProps) {
  const step = section.ruler_step;
  const perLabel = step === 10_000_000 ? 5 : 2;
  const start = -Math.max(section.depth, ...section.cables.map((cable) => -cable.sheath_end));
  const marks = [];
  for (let count = Math.ceil(start / step); x(count * step) > left - 6; count += 1) marks.push(count);
  return (
    <g className="ruler">
      <path d={`M${left - 6} ${y}H${x(start)}`} />
      {marks.map((count) => {
        const labelled = count % perLabel === 0;
        const label = step === 10_000_000 ? Math.abs(count) * 10 : Math.abs(count) / 2;
        return (
          <g key={count}>
            <path d={`M${x(count * step)} ${y}v${labelled ? 9 : 5}`} />
            {labelled && (
              <text x={x(count * step)} y={y + 23} textAnchor="middle">
                {count === 0 && !narrow ? 'opening' : label}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
