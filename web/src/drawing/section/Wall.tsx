// The wall of the section: its finish, the finish to come, what brings the opening forward, and how far the box is off.
import type { Section } from '../../api/types';
import { bare } from '../../ui/figure';
import { Held } from '../Held';
import type { Holding } from '../parts';

type Props = {
  section: Section;
  x: (nm: number) => number;
  top: number;
  bottom: number;
  hold: Holding | undefined;
};

const FILL = { wood: 'url(#wood)', 'other-combustible': 'url(#wood)' } as Record<string, string>;

export function Wall({ section, x, top, bottom, hold }: Props) {
  const front = x(0);
  const surface = x(section.surface);
  const finish = section.wall_finish;
  const hidden = finish === null || finish === undefined || finish === 'exposed';
  const words = finish?.replaceAll('-', ' ') ?? 'not noted';
  const width = Math.max(26, front - surface + 26);
  const toCome = x(section.surface + section.finish_to_come);
  if (hidden && !hold) return null;
  return (
    <g>
      {[top - 34, bottom + 6].map((y, index) => (
        <Held key={y} hold={hold} part="wall" name={`Wall: ${words}`} again={index > 0}>
          <rect x={surface - 9} y={y - 8} width={width + 18} height="44" fill="transparent" />
          <rect
            className={hidden ? 'finish none' : 'finish'}
            x={surface}
            y={y}
            width={width}
            height="28"
            fill={hidden ? 'none' : (FILL[finish] ?? 'url(#board)')}
          />
          {section.finish_to_come > 0 && (
            <rect className="to-come" x={toCome} y={y} width={surface - toCome} height="28" />
          )}
        </Held>
      ))}
      {section.added_forward > 0 && (
        <path
          className="ring"
          d={`M${front} ${top}V${bottom}M${x(-section.added_forward)} ${top}V${bottom}`}
        />
      )}
      {section.spacers > 0 &&
        [top, bottom].map((y) => (
          <rect
            key={y}
            className="spacer"
            x={x(section.spacers)}
            y={y - 5}
            width={front - x(section.spacers)}
            height="10"
          />
        ))}
      {(section.set_back ?? section.proud) && (
        <g className={section.set_back ? 'off set-back' : 'off proud'}>
          <path d={`M${surface} ${top - 34}V${bottom + 34}`} />
          <text x={Math.max(front, surface) + 36} y={bottom + 28}>
            {section.set_back ? `back ${bare(section.set_back.text)}` : `proud ${bare(section.proud?.text)}`}
          </text>
        </g>
      )}
    </g>
  );
}
