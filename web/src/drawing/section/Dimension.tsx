// A dimension line of the section.
type DimensionProps = {
  y: number;
  from: number;
  to: number | null;
  limit: number;
  drop: number;
  caption: string;
  short: string | null;
  figure: string | null;
};

/** What is there drawn full, what is missing dashed, the limit at its end. */
export function Dimension({ y, from, to, limit, drop, caption, short, figure }: DimensionProps) {
  const tip = to ?? from;
  const gap = tip - limit;
  return (
    <g className="dimension">
      <path d={`M${from} ${y - 6}V${drop}`} className="drop" />
      <path d={`M${from} ${y - 6}v12M${limit} ${y - 6}v12`} className="end" />
      <path d={`M${from} ${y}H${tip}`} className="there" />
      {short && <path d={`M${tip} ${y}H${limit}`} className="lacking" />}
      {to !== null && <circle cx={tip} cy={y} r="3" className="dot" />}
      {figure && from - tip > 26 && (
        <text x={(from + tip) / 2} y={y - 8} textAnchor="middle" className="figure small">
          {figure}
        </text>
      )}
      {short && (
        <text
          x={gap > 110 ? (tip + limit) / 2 : limit - 8}
          y={gap > 110 ? y - 8 : y + 5}
          textAnchor={gap > 110 ? 'middle' : 'end'}
          className="short"
        >
          short {short}
        </text>
      )}
      <text x={limit} y={y + 20} textAnchor="start" className="caption" dx="-2">
        {caption}
      </text>
    </g>
  );
}
