import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Face } from '../../api/types';
import { FaceDrawing, faceNotes, faceWords } from './FaceDrawing';

const INCH = 25_400_000;
const face = (change: Partial<Face> = {}): Face => ({
  round: false,
  width: 2 * INCH,
  height: 3 * INCH,
  assumed: false,
  gangs: 1,
  gap: null,
  free_gangs: [],
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
      has_tabs: true,
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

  const screw = (terminal: string, colour: string, conductors: object[] = []) => ({
    terminal,
    name: terminal.replace('-', ' '),
    screw: colour,
    conductors,
  });
  const duplex = (change: object = {}) => ({
    ...face().devices[0],
    terminals: [screw('brass-upper', 'brass'), screw('brass-lower', 'brass'), screw('green', 'green')],
    ...change,
  });
  const worked = (picked: string | null, waits: (part: string) => boolean = () => false) => ({
    picked: picked as never,
    pick: vi.fn(),
    waits,
  });

  it('shows every screw, tab and free gang where one works on it, and none of them where one looks', () => {
    const shown = face({ gangs: 2, free_gangs: [INCH * 1.5], devices: [duplex()] as Face['devices'] });
    const hold = worked('terminal 1 green', (part) => part.startsWith('terminal'));
    const { container, rerender } = render(<FaceDrawing face={shown} hold={hold} />);
    const green = screen.getByRole('button', { name: 'green of device 1: nothing noted, asked for' });
    expect(green.getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: /^Tab between the brass screws/ }));
    expect(hold.pick).toHaveBeenCalledWith('tab 1 hot', false);
    fireEvent.click(screen.getByRole('button', { name: 'Gang 2, nothing in it' }));
    expect(hold.pick).toHaveBeenLastCalledWith('gang', false);
    rerender(<FaceDrawing face={shown} />);
    expect(screen.queryByRole('button')).toBeNull();
    expect(container.querySelectorAll('.screw, .tab-of, .free-gang')).toHaveLength(0);
  });

  it('draws a broken tab with a gap, and a conductor at its screw with its words', () => {
    const black = { id: 1, colour: 'black', remarked: false, words: 'black, hot' };
    const device = duplex({
      hot_tab: 'broken',
      terminals: [screw('brass-upper', 'brass', [black]), screw('brass-lower', 'brass')],
    });
    const { container } = render(<FaceDrawing face={face({ devices: [device] as Face['devices'] })} />);
    expect(container.querySelector('.tab-of.broken path')?.getAttribute('d')?.match(/M/g)).toHaveLength(2);
    expect(container.textContent).toContain('black, hot');
  });

  it('says in words what it shows', () => {
    expect(faceWords(face({ plate_cracked: true }))).toBe(
      'Face of the box, 1 gang: duplex receptacle 1 on spacers; upper half: hot to neutral lit, hot to ground off, neutral to ground dim; plate cracked',
    );
  });

  it('ghosts what the plan adds', () => {
    const then = face({ added: ['box extender'], width: 3 * INCH });
    const { container } = render(<FaceDrawing face={face()} after={then} />);
    expect(container.querySelector('.ghost')).not.toBeNull();
    expect(faceNotes(face(), then)).toEqual({
      now: ['1 gang', 'duplex receptacle 1, on spacers × 2'],
      planned: ['box extender'],
    });
  });
});
