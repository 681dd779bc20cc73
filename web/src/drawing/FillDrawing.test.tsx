import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Fill } from '../api/types';
import { FillDrawing } from './FillDrawing';

const amount = (value: number, text: string) => ({ value, unit: 'nL' as const, text });
const fill = (available: number | null): Fill => ({
  lines: [
    {
      cause: 'conductors',
      what: 'conductors 12 AWG',
      working: '2 × 2.25 in³',
      volume: amount(45, '4.5 in³'),
    },
    { cause: 'devices', what: 'switch 1', working: '2 × 2.25 in³', volume: amount(45, '4.5 in³') },
  ],
  required: amount(90, '9 in³'),
  rooms:
    available === null ? [] : [{ what: 'marked volume', volume: amount(available, `${available / 10} in³`) }],
  available: available === null ? null : amount(available, `${available / 10} in³`),
  over: available !== null && available < 90 ? amount(90 - available, `${(90 - available) / 10} in³`) : null,
  fits_more: [{ gauge: '12', count: 2 }],
  smallest_box: 'device 3 × 2 × 2',
  bodies: amount(0, '0 in³'),
  crowded: false,
});

afterEach(cleanup);

describe('FillDrawing', () => {
  it('shows what is over above the brim, and says so in words', () => {
    const { container } = render(<FillDrawing fill={fill(80)} />);
    expect(container.querySelector('.over')).not.toBeNull();
    expect(screen.getByRole('img').getAttribute('aria-label')).toContain(
      '9 in³ required of 8 in³, over by 1 in³',
    );
    expect(container.textContent).toContain('smallest that would dodevice 3 × 2 × 2');
  });

  it('stacks the layers to the height of what they take', () => {
    const { container } = render(<FillDrawing fill={fill(180)} />);
    const [first, second] = [...container.querySelectorAll('.layer rect')].map((rect) => ({
      top: Number(rect.getAttribute('y')),
      height: Number(rect.getAttribute('height')),
    }));
    if (!first || !second) throw new Error('two layers are drawn');
    expect(first.height).toBeCloseTo(second.height, 5);
    expect(second.top + second.height).toBeCloseTo(first.top, 5);
    expect(container.querySelector('.over')).toBeNull();
    expect(container.textContent).toContain('2 of 12');
  });

  it('draws a vessel of no known volume open', () => {
    const { container } = render(<FillDrawing fill={fill(null)} />);
    expect(container.querySelector('.vessel.unknown')).not.toBeNull();
  });

  it('ghosts the brim after the plan', () => {
    const { container } = render(<FillDrawing fill={fill(80)} after={fill(180)} />);
    expect(container.querySelector('.ghost')).not.toBeNull();
    expect(container.textContent).toContain('9 in³ of 18 in³');
  });
});
