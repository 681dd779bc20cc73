// One photograph: what it shows, the finding it belongs to, and arrows and circles drawn on top. The picture never changes.
import { type PointerEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useTrades } from '../api/queries';
import type { Photo, PhotoMark, Revised } from '../api/types';
import { Choice } from '../ui/Choice';
import { Picture } from './Picture';

type Props = {
  audit: string;
  photo: Revised<Photo>;
  onChange: (record: Photo) => Promise<void>;
  onRemove: () => void;
};
type Tool = 'arrow' | 'circle';
type Place = [number, number];

export function PhotoEditor({ audit, photo, onChange, onRemove }: Props) {
  const { record } = photo;
  const trades = useTrades();
  const [tool, setTool] = useState<Tool>('arrow');
  const [from, setFrom] = useState<Place | null>(null);
  const [drawn, setDrawn] = useState<PhotoMark | null>(null);
  const place = (event: PointerEvent<SVGSVGElement>): Place => {
    const box = event.currentTarget.getBoundingClientRect();
    const within = (at: number) => Math.min(1000, Math.max(0, Math.round(at * 1000)));
    return [within((event.clientX - box.left) / box.width), within((event.clientY - box.top) / box.height)];
  };
  const mark = (a: Place, b: Place): PhotoMark => {
    if (tool === 'arrow') return { kind: 'arrow', from: a, to: b };
    const tall = ((b[1] - a[1]) * record.height) / record.width;
    return { kind: 'circle', centre: a, radius: Math.min(1000, Math.round(Math.hypot(b[0] - a[0], tall))) };
  };
  const small = (a: Place, b: Place) => Math.hypot(b[0] - a[0], b[1] - a[1]) < 15;
  return (
    <section className="photo-editor" aria-label="Photograph">
      <div className="results">
        {(['arrow', 'circle'] as const).map((known) => (
          <Button
            key={known}
            variant="outline-primary"
            active={tool === known}
            aria-pressed={tool === known}
            onClick={() => setTool(known)}
          >
            {known === 'arrow' ? 'Arrow' : 'Circle'}
          </Button>
        ))}
        <Button
          variant="outline-primary"
          disabled={record.marks.length === 0}
          onClick={() => void onChange({ ...record, marks: record.marks.slice(0, -1) })}
        >
          Take the last away
        </Button>
        <Button variant="outline-primary" onClick={onRemove}>
          Delete
        </Button>
      </div>
      <div className="picture" style={{ aspectRatio: `${record.width} / ${record.height}` }}>
        <Picture audit={audit} id={record.id} small={false} alt={record.caption || 'Photograph'} />
        <Marks
          marks={drawn ? [...record.marks, drawn] : record.marks}
          photo={record}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            setFrom(place(event));
          }}
          onPointerMove={(event) => from && setDrawn(mark(from, place(event)))}
          onPointerUp={(event) => {
            const to = place(event);
            if (from && !small(from, to)) {
              void onChange({ ...record, marks: [...record.marks, mark(from, to)] }).then(() =>
                setDrawn(null),
              );
            } else {
              setDrawn(null);
            }
            setFrom(null);
          }}
        />
      </div>
      <Form.Control
        aria-label="What it shows"
        placeholder="what it shows"
        defaultValue={record.caption}
        maxLength={300}
        onBlur={(event) => {
          const caption = event.target.value.trim();
          if (caption !== record.caption) void onChange({ ...record, caption });
        }}
      />
      <Choice
        label="Belongs to the finding"
        value={record.rule}
        none="none"
        choices={(trades.data?.rules ?? []).map((rule) => [rule.code, rule.title] as const)}
        onChange={(rule) => void onChange({ ...record, rule })}
      />
    </section>
  );
}

type MarksProps = {
  marks: PhotoMark[];
  photo: Photo;
  onPointerDown?: (event: PointerEvent<SVGSVGElement>) => void;
  onPointerMove?: (event: PointerEvent<SVGSVGElement>) => void;
  onPointerUp?: (event: PointerEvent<SVGSVGElement>) => void;
};

/** What is drawn on a photograph: light edges under dark lines, so that it shows on any picture. */
export function Marks({ marks, photo, ...handlers }: MarksProps) {
  const tall = (1000 * photo.height) / photo.width;
  const y = (at: number) => (at / 1000) * tall;
  return (
    <svg className="marks" viewBox={`0 0 1000 ${tall}`} aria-hidden="true" {...handlers}>
      {marks.map((mark, index) => {
        const path =
          mark.kind === 'circle'
            ? circle(mark.centre[0] ?? 0, y(mark.centre[1] ?? 0), mark.radius)
            : arrow(mark.from[0] ?? 0, y(mark.from[1] ?? 0), mark.to[0] ?? 0, y(mark.to[1] ?? 0));
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: marks lie in the order they were drawn
          <g key={index}>
            <path d={path} className="edge" />
            <path d={path} className="line" />
          </g>
        );
      })}
    </svg>
  );
}

const circle = (x: number, y: number, r: number) =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;

/** A shaft with two barbs at its head. */
export function arrow(x1: number, y1: number, x2: number, y2: number) {
  const angle = Math.atan2(y2 - y1, x2 - x1);
  const barb = (turn: number) =>
    `M${x2} ${y2}L${Math.round(x2 - 46 * Math.cos(angle + turn))} ${Math.round(y2 - 46 * Math.sin(angle + turn))}`;
  return `M${x1} ${y1}L${x2} ${y2}${barb(0.5)}${barb(-0.5)}`;
}
