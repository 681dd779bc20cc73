// One screw of a bar: what is under it, and the breaker that each conductor belongs to.
import type { Panel } from '../api/types';
import { BAR_NAMES, type Screw, withTerminal } from './bars';
import { ConductorList } from './ConductorList';
import type { ChangePanel } from './change';
import { carriedBy } from './records';

type Props = {
  panel: Panel;
  screw: Screw;
  change: ChangePanel;
  /** The panel is seen beside it: its breakers can be tapped. */
  besidePanel: boolean;
  onDone: () => void;
};

export function TerminalForm({ panel, screw, change, besidePanel, onDone }: Props) {
  const bar = panel.bars.find((known) => known.id === screw.bar);
  if (!bar) return null;
  return (
    <section
      className="terminal-form"
      aria-label={`${BAR_NAMES[bar.kind]} ${bar.id}, terminal ${screw.terminal}`}
    >
      <h2>
        {BAR_NAMES[bar.kind]} {bar.id}, terminal {screw.terminal}
      </h2>
      {besidePanel && (
        <p className="muted">Tap a breaker in the panel, and a conductor here belongs to it.</p>
      )}
      <ConductorList
        conductors={bar.conductors.filter(({ terminal }) => terminal === screw.terminal)}
        terminals={[screw.terminal]}
        breakers={panel.breakers}
        carries={carriedBy(bar)}
        onChange={(conductors) => void change((known) => withTerminal(known, screw, conductors))}
      />
      <button type="button" className="way" onClick={onDone}>
        Done here
      </button>
    </section>
  );
}
