// An empty box: begin as the last one, or with what such a box usually is; each by its figure on the keys as well.
import { useEffect } from 'react';
import { Button } from 'react-bootstrap';
import { api } from '../api/client';
import { useTrades } from '../api/queries';
import type { BoxContents, RunBox } from '../api/types';
import { isTaken } from '../ui/isTaken';
import type { BoxSession } from './session';

type Props = {
  audit: string;
  session: BoxSession;
  last: RunBox['overview'] | undefined;
  onBegun?: () => void;
};

export function Begin({ audit, session, last, onBegun }: Props) {
  const trades = useTrades();
  const begin = (contents: BoxContents) => {
    session.edit(() => contents);
    onBegun?.();
  };
  const asLast = last
    ? [
        {
          title: `Same as ${last.tag}`,
          start: async () => {
            const { structure } = await api.box(audit, last.id);
            begin(structure);
          },
        },
      ]
    : [];
  const presets = (trades.data?.presets ?? []).map(({ title, contents }) => ({
    title,
    start: () => begin(contents),
  }));
  const ways = [...asLast, ...presets];
  // The last box is 0, the usual ones are 1 to 9.
  const keyOf = (index: number) => index + (last ? 0 : 1);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (isTaken(event) || !/^\d$/.test(event.key)) return;
      const way = ways.find((_, index) => keyOf(index) === Number(event.key));
      if (!way) return;
      event.preventDefault();
      void way.start();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
  return (
    <div className="begin">
      <span>Begin with</span>
      {ways.map(({ title, start }, index) => (
        <Button
          key={title}
          variant={index < asLast.length ? 'primary' : 'outline-primary'}
          onClick={() => void start()}
          {...(keyOf(index) < 10 ? { 'aria-keyshortcuts': String(keyOf(index)) } : {})}
        >
          {title}
          {keyOf(index) < 10 && (
            <span className="key" aria-hidden="true">
              {keyOf(index)}
            </span>
          )}
        </Button>
      ))}
    </div>
  );
}
