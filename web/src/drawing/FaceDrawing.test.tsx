import { cleanup, render } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Face } from '../api/types';
import { FaceDrawing, faceWords } from './FaceDrawing';

const INCH = 25_400_000;
const face = (change: Partial<Face> = {}): Face => ({
  round: false,
  width: 2 * INCH,
  height: 3 * INCH,
  assumed: false,
  gangs: 1,
  gap: null,
  devices: [
    {
      id: 1,
      kind: 'duplex-receptacle',
      label: 'duplex receptacle 1',
      middle: INCH,
      width: 1.3 * INCH,
      seat: 'spacers',
      spacers: 2,
      split: false,
      grounded: true,
      terminals: [],
    },
  ],
  hung: null,
  lamps: [{ half: 'upper', hot_neutral: 'lit', hot_ground: 'off', neutral_ground: 'dim' }],
  open_knockout: false,
  plate_cracked: false,
  cover_missing: false,
  added: [],
  ...change,
});

afterEach(cleanup);

describe('FaceDrawing', () => {
  it('draws the opening to scale', () => {
    const { container } = render(<FaceDrawing face={face()} />);
    const opening = container.querySelector('.opening');
    expect(Number(opening?.getAttribute('height')) / Number(opening?.getAttribute('width'))).toBeCloseTo(
      1.5,
      5,
    );
    expect(container.querySelectorAll('.spacer')).toHaveLength(2);
  });

  it('shows each lamp as it was read, by more than its colour', () => {
    const { container } = render(<FaceDrawing face={face()} />);
    expect([...container.querySelectorAll('.lamp')].map((lamp) => lamp.getAttribute('class'))).toEqual([
      'lamp lit',
      'lamp off',
      'lamp dim',
    ]);
  });

  it('says in words what it shows', () => {
    expect(faceWords(face({ plate_cracked: true }))).toBe(
      'Face of the box, 1 gang: duplex receptacle 1 on spacers; upper half: hot to neutral lit, hot to ground off, neutral to ground dim; plate cracked',
    );
  });

  it('ghosts what the plan adds', () => {
    const { container } = render(
      <FaceDrawing face={face()} after={face({ added: ['box extender'], width: 3 * INCH })} />,
    );
    expect(container.querySelector('.ghost')).not.toBeNull();
    expect(container.textContent).toContain('then: box extender');
  });
});
