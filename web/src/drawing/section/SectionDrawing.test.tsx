import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { RuleResult, Section } from '../../api/types';
import { SectionDrawing } from './SectionDrawing';

const INCH = 25_400_000;

const conductor = {
  id: 1,
  label: 'black 12 AWG',
  colour: 'black',
  role: 'ungrounded',
  start: -2 * INCH,
  tip: 0.75 * INCH,
  required_tip: 4 * INCH,
  length: { nm: 2.75 * INCH, text: '2 3/4 in' },
  derived: false,
  passes_through: false,
};
const section = {
  depth: 3 * INCH,
  depth_assumed: false,
  wall_finish: 'wood',
  surface: 0,
  finish_to_come: 0,
  spacers: 0,
  added_forward: 0,
  cables: [{ id: 1, sheath_end: -2 * INCH, assumed: false }],
  conductors: [conductor],
  required_length: { nm: 6 * INCH, text: '6 in' },
  required_reach: { nm: 3 * INCH, text: '3 in' },
  ruler_step: INCH / 2,
} as unknown as Section;
const results = [
  { rule: 'free-conductor-length', sentence: 'It is short by 3 1/4 in.' },
] as unknown as RuleResult[];

afterEach(cleanup);

describe('SectionDrawing', () => {
  it('says in words what it shows', () => {
    render(<SectionDrawing section={section} results={results} units="inch" />);
    expect(screen.getByRole('group').getAttribute('aria-label')).toContain('short by 3 1/4 in');
    expect(screen.getByText('2 3/4')).toBeTruthy();
  });

  const none = () => null;
  const pulls = (noted: object = {}) => ({
    noted: { freeLength: none, sheathEnd: none, setBack: none, ...noted },
    freeLength: vi.fn(),
    sheathEnd: vi.fn(),
    setBack: vi.fn(),
    letGo: vi.fn(),
  });
  const slider = (name: RegExp) => screen.getByRole('slider', { name });

  it('lets a tip be pulled by the keys, an eighth at a time', () => {
    const done = pulls();
    render(<SectionDrawing section={section} results={results} units="inch" pulls={done} />);
    fireEvent.keyDown(slider(/^Tip/), { key: 'ArrowLeft' });
    expect(done.freeLength).toHaveBeenCalledWith(1, 2.875 * INCH);
    fireEvent.keyDown(slider(/^Tip/), { key: 'ArrowRight' });
    expect(done.freeLength).toHaveBeenLastCalledWith(1, 2.625 * INCH);
    fireEvent.blur(slider(/^Tip/));
    expect(done.letGo).toHaveBeenCalledTimes(1);
  });

  it('goes on from what is noted, where keys come faster than the drawing', () => {
    const done = pulls({ freeLength: () => 5 * INCH });
    render(<SectionDrawing section={section} results={results} units="inch" pulls={done} />);
    fireEvent.keyDown(slider(/^Tip/), { key: 'ArrowLeft' });
    expect(done.freeLength).toHaveBeenCalledWith(1, 5.125 * INCH);
  });

  it('lets the end of a sheath be pulled deeper, and never out of the box', () => {
    const done = pulls();
    const { rerender } = render(
      <SectionDrawing section={section} results={results} units="inch" pulls={done} />,
    );
    fireEvent.keyDown(slider(/sheath of cable 1/), { key: 'ArrowRight' });
    expect(done.sheathEnd).toHaveBeenCalledWith(1, 2.125 * INCH);
    const flush = { ...section, cables: [{ id: 1, sheath_end: 0, assumed: false }] } as unknown as Section;
    rerender(<SectionDrawing section={flush} results={results} units="inch" pulls={done} />);
    fireEvent.keyDown(slider(/sheath of cable 1/), { key: 'ArrowLeft' });
    expect(done.sheathEnd).toHaveBeenCalledTimes(1);
  });

  it('lets the box be pulled further in, and out until it is proud, a sixteenth at a time', () => {
    const done = pulls();
    const flush = { ...section, surface: 0 };
    render(<SectionDrawing section={flush} results={[]} units="inch" pulls={done} kept={() => '0'} />);
    fireEvent.keyDown(slider(/The box/), { key: 'ArrowRight' });
    expect(done.setBack).toHaveBeenCalledWith(INCH / 16);
    fireEvent.keyDown(slider(/The box/), { key: 'ArrowLeft' });
    expect(done.setBack).toHaveBeenLastCalledWith(-INCH / 16);
  });

  it('glows where a rule waits for something, and is taken hold of with a tap or a key', () => {
    const pick = vi.fn();
    const hold = { picked: null, pick, waits: (part: string) => part === 'wall' };
    render(<SectionDrawing section={section} results={[]} units="inch" hold={hold} />);
    const [wall, below] = screen.getAllByRole('button', { name: 'Wall: wood, asked for' });
    if (!wall || !below) throw new Error('the wall is drawn above and below the box');
    // The keys come to it once.
    expect([wall, below].map((drawn) => drawn.getAttribute('tabindex'))).toEqual(['0', '-1']);
    fireEvent.click(wall);
    expect(pick).toHaveBeenCalledWith('wall', false);
    fireEvent.keyDown(screen.getByRole('button', { name: 'Conductor black 12 AWG' }), { key: 'Enter' });
    expect(pick).toHaveBeenLastCalledWith('conductor 1', true);
  });

  it('has no handle where nothing may be pulled', () => {
    render(<SectionDrawing section={section} results={results} units="inch" />);
    expect(screen.queryByRole('slider')).toBeNull();
  });

  it('invites to an empty box', () => {
    render(<SectionDrawing section={{ ...section, conductors: [] }} results={[]} units="inch" />);
    expect(screen.getByText(/No conductor yet/)).toBeTruthy();
  });
});
