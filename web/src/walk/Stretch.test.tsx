import { act, cleanup, render } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { inStretches, Stretch } from './Stretch';

type Seen = (entries: { isIntersecting: boolean }[]) => void;
let seen: Seen = () => {};

beforeEach(() => {
  vi.stubGlobal(
    'IntersectionObserver',
    class {
      constructor(told: Seen) {
        seen = told;
      }
      observe() {}
      disconnect() {}
    },
  );
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('a stretch of the run', () => {
  it('keeps its place and is drawn while it is near', () => {
    const { container } = render(
      <Stretch count={40} always={false}>
        <li>K1</li>
      </Stretch>,
    );
    const list = container.querySelector('ul');
    expect([list?.children.length, list?.style.minHeight]).toEqual([0, '1760px']);
    act(() => seen([{ isIntersecting: true }]));
    expect(list?.textContent).toBe('K1');
    act(() => seen([{ isIntersecting: false }]));
    expect(list?.children).toHaveLength(0);
  });

  it('is drawn wherever it is when one is here', () => {
    const { container } = render(
      <Stretch count={1} always>
        <li>K1</li>
      </Stretch>,
    );
    expect(container.textContent).toBe('K1');
  });

  it('has every box once, in the order of the walk', () => {
    const boxes = Array.from({ length: 95 }, (_, index) => index);
    expect(inStretches(boxes).map((part) => part.length)).toEqual([40, 40, 15]);
    expect(inStretches(boxes).flat()).toEqual(boxes);
    expect(inStretches([])).toEqual([]);
  });
});
