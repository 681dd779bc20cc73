import { expect, test } from 'vitest';
import { inThousandths } from './SignaturePad';

test('a signature is told in thousandths of the width, and never leaves the pad', () => {
  const strokes = [
    [
      { x: 0, y: 0 },
      { x: 150, y: 37.5 },
    ],
    [{ x: 301, y: -2 }],
  ];
  expect(inThousandths(strokes, 300)).toEqual({
    strokes: [
      [
        [0, 0],
        [500, 125],
      ],
      [[1000, 0]],
    ],
  });
});
