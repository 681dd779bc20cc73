// A pad to sign on with a finger, a pen or the mouse; what was drawn is told in thousandths of its width.
import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import Pad from 'signature_pad';
import type { DangerNotice } from '../api/types';

export type Signature = NonNullable<DangerNotice['signature']>;

/** The strokes of a pad so wide, in thousandths of its width. */
export function inThousandths(strokes: { x: number; y: number }[][], width: number): Signature {
  const end = (at: number) => Math.min(1000, Math.max(0, Math.round((at / width) * 1000)));
  return { strokes: strokes.map((stroke) => stroke.map(({ x, y }) => [end(x), end(y)])) };
}

type Props = { label: string; onSigned: (signature: Signature | null) => void };

export function SignaturePad({ label, onSigned }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<Pad | null>(null);
  const told = useRef(onSigned);
  told.current = onSigned;
  useEffect(() => {
    const into = canvas.current;
    if (!into) return;
    const sharp = Math.max(window.devicePixelRatio, 1);
    into.width = into.clientWidth * sharp;
    into.height = into.clientHeight * sharp;
    into.getContext('2d')?.scale(sharp, sharp);
    const width = into.clientWidth;
    const signing = new Pad(into, { penColor: '#23272b', backgroundColor: '#ffffff' });
    const ended = () =>
      told.current(
        inThousandths(
          signing.toData().map(({ points }) => points),
          width,
        ),
      );
    signing.addEventListener('endStroke', ended);
    pad.current = signing;
    return () => {
      signing.removeEventListener('endStroke', ended);
      signing.off();
    };
  }, []);
  const clear = () => {
    pad.current?.clear();
    onSigned(null);
  };
  return (
    <div className="signature">
      <canvas ref={canvas} role="img" aria-label={label} />
      <Button variant="outline-primary" onClick={clear}>
        Sign again
      </Button>
    </div>
  );
}
