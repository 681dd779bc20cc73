// The bars of a panel as one sees them: a row of screws each, with what is under every one of them and the breaker it belongs to.
import type { Panel } from '../api/types';
import { wirePaint } from '../drawing/wirePaint';
import { BAR_NAMES, type Screw, terminalsOf } from './bars';

type Props = {
  panel: Panel;
  /** The names of the breakers. */
  names: Map<number, string>;
  /** The breaker that is looked at: its conductors are marked. */
  chosen: number | null;
  screw: Screw | null;
  onScrew: (screw: Screw | null) => void;
};

export function Bars({ panel, names, chosen, screw, onScrew }: Props) {
  if (panel.bars.length === 0) return null;
  return (
    <section className="bar-strips" aria-label="Bars">
      {panel.bars.map((bar) => (
        <fieldset key={bar.id} className={`bar-strip ${bar.kind}`}>
          <legend>
            {BAR_NAMES[bar.kind]} {bar.id}
            {bar.bonded === null ? '' : bar.bonded ? ', bonded' : ', not bonded'}
          </legend>
          {terminalsOf(bar).map(({ terminal, conductors }) => {
            const picked = screw?.bar === bar.id && screw.terminal === terminal;
            const of = conductors.map(({ breaker }) => (breaker == null ? '?' : (names.get(breaker) ?? '?')));
            const says = of
              .map((name) => (name === '?' ? 'of no breaker noted' : `of ${name}`))
              .join(' and ');
            return (
              <button
                key={terminal}
                type="button"
                className={
                  conductors.some(({ breaker }) => breaker != null && breaker === chosen) ? 'of-chosen' : ''
                }
                aria-pressed={picked}
                aria-label={`Terminal ${terminal}: ${conductors.length === 0 ? 'nothing noted' : `${conductors.length} ${says}`}`}
                onClick={() => onScrew(picked ? null : { bar: bar.id, terminal })}
              >
                <b className="figure">{terminal}</b>
                <i aria-hidden="true">
                  {conductors.map(({ colour }, index) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: a conductor has no name but its place
                    <span key={index} style={{ backgroundColor: wirePaint[colour ?? 'unknown'] }} />
                  ))}
                </i>
                <span className="of">{of.join(' ')}</span>
              </button>
            );
          })}
        </fieldset>
      ))}
    </section>
  );
}
