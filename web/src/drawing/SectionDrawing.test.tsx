import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { RuleResult, Section } from '../api/types';
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
  cables: [{ id: 1, sheath_end: -2 * INCH, assumed: false }],
  conductors: [conductor],
  required_length: { nm: 6 * INCH, text: '6 in' },
  required_reach: { nm: 3 * INCH, text: '3 in' },
  ruler_step: INCH / 2,
} as unknown as Section;
const results = [
  { rule: 'free-conductor-length', sentence: 'It is short by 3 1/4 in.' },
] as unknown as RuleResult[];

beforeEach(() => {
  vi.stubGlobal('matchMedia', () => ({
    matches: false,
    addEventListener: () => {},
    removeEventListener: () => {},
  }));
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('SectionDrawing', () => {
  it('says in words what it shows', () => {
    render(<SectionDrawing section={section} results={results} units="inch" />);
    expect(screen.getByRole('group').getAttribute('aria-label')).toContain('short by 3 1/4 in');
    expect(screen.getByText('2 3/4')).toBeTruthy();
  });

  it('lets a tip be pulled by the keys, an eighth at a time', () => {
    const pull = vi.fn();
    render(<SectionDrawing section={section} results={results} units="inch" onPull={pull} />);
    fireEvent.keyDown(screen.getByRole('slider'), { key: 'ArrowLeft' });
    expect(pull).toHaveBeenCalledWith(1, 2.875 * INCH);
    fireEvent.keyDown(screen.getByRole('slider'), { key: 'ArrowRight' });
    expect(pull).toHaveBeenLastCalledWith(1, 2.625 * INCH);
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
