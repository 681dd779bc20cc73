import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { useFocusKept } from './useFocusKept';

afterEach(cleanup);

function Part({ shown, busy = [] }: { shown: string[]; busy?: string[] }) {
  const kept = useFocusKept<HTMLElement>('.next');
  return (
    <section ref={kept}>
      {shown.map((name) => (
        <button key={name} type="button" className={name} disabled={busy.includes(name)}>
          {name}
        </button>
      ))}
    </section>
  );
}

const focus = (name: string) => screen.getByText(name).focus();
const focused = () => document.activeElement?.textContent;

describe('the focus', () => {
  it('goes to what stands in its place once what had it is gone', () => {
    const { rerender } = render(<Part shown={['plan', 'other']} />);
    focus('plan');
    rerender(<Part shown={['other', 'next']} />);
    expect(focused()).toBe('next');
    rerender(<Part shown={['other']} />);
    expect(focused()).toBe('other');
  });

  it('waits for what is at work, and goes on with what follows it', () => {
    const { rerender } = render(<Part shown={['plan', 'other']} />);
    focus('plan');
    rerender(<Part shown={['plan', 'other']} busy={['plan']} />);
    expect(focused()).not.toBe('other');
    rerender(<Part shown={['other', 'next']} busy={['next']} />);
    expect(focused()).not.toBe('other');
    rerender(<Part shown={['other', 'next']} />);
    expect(focused()).toBe('next');
  });

  it("stays away once one has left by one's own will", async () => {
    const { rerender } = render(<Part shown={['plan']} />);
    focus('plan');
    screen.getByText('plan').blur();
    await new Promise((go) => setTimeout(go));
    rerender(<Part shown={['next']} />);
    expect(document.activeElement).toBe(document.body);
  });

  it("is nobody's where nothing had it", () => {
    render(<Part shown={['next']} />);
    expect(document.activeElement).toBe(document.body);
  });
});
