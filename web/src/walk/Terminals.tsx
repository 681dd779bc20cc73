// Which conductor is on which terminal: noted before anything is disconnected, and again after the work.
import { useTrades } from '../api/queries';
import type { BoxContents, Device, MapChange, Terminal } from '../api/types';
import { Choice } from '../ui/Choice';
import { contentsOf } from './contents';
import { LengthField } from './LengthField';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';
import { conductorNamesByCable, TABS } from './words';

type Props = { session: BoxSession; state: SessionState };

export function Terminals({ session, state }: Props) {
  const contents = contentsOf(state);
  const { face, electrical } = state.judgement;
  const { arrangements, mistakes } = electrical;
  const set = (change: (known: BoxContents) => BoxContents) => session.edit(change);
  if (contents.devices.length === 0) {
    return <p className="muted terminals-empty">No device here: splices are noted under Devices.</p>;
  }
  return (
    <div className="terminals">
      {contents.devices.map((device) => (
        <section key={device.id} aria-label={`Terminals of device ${device.id}`}>
          <DeviceTerminals
            device={device}
            tabs={face.devices.some(({ id, has_tabs }) => id === device.id && has_tabs)}
            contents={contents}
            onChange={set}
          />
          {arrangements
            .filter((known) => known.device === device.id)
            .map((known) => (
              <p key={known.name} className="arrangement">
                <b>{known.name}</b>: {known.means}.
              </p>
            ))}
          {mistakes
            .filter((known) => known.device === device.id)
            .map((known) => (
              <p key={known.sentence} className={known.dangerous ? 'mistake danger' : 'mistake'}>
                {known.sentence}
              </p>
            ))}
        </section>
      ))}
      <LengthField
        session={session}
        state={state}
        pointer="/bare_copper"
        label="Bare copper beyond a terminal, the most"
      />
      {state.side === 'left' && (
        <Changes changes={state.view.map_changes} conductors={contents.landings.length} />
      )}
    </div>
  );
}

type DeviceProps = {
  device: Device;
  /** It has tabs between its screws. */
  tabs: boolean;
  contents: BoxContents;
  onChange: (change: (known: BoxContents) => BoxContents) => void;
};

function DeviceTerminals({ device, tabs, contents, onChange }: DeviceProps) {
  const trades = useTrades();
  const terminals = trades.data?.terminals.find((known) => known.kind === device.kind)?.terminals ?? [];
  const conductors = conductorNamesByCable(contents).map(([id, name]) => [String(id), name] as const);
  const on = (terminal: Terminal) =>
    contents.landings.find((known) => known.device === device.id && known.terminal === terminal)?.conductor;
  const land = (terminal: Terminal, conductor: number | null) =>
    onChange((known) => ({
      ...known,
      landings: [
        ...known.landings.filter((one) => one.device !== device.id || one.terminal !== terminal),
        ...(conductor === null ? [] : [{ device: device.id, terminal, conductor }]),
      ],
    }));
  const setTab = (tab: Partial<Device>) =>
    onChange((known) => ({
      ...known,
      devices: known.devices.map((one) => (one.id === device.id ? { ...one, ...tab } : one)),
    }));
  return (
    <div className="facts">
      {terminals.map(({ value, name }, index) => (
        <Choice
          key={value}
          {...(index === 0 && device.id === contents.devices[0]?.id ? { id: 'landings' } : {})}
          label={name}
          value={on(value)?.toString() ?? null}
          choices={conductors}
          none="nothing noted"
          onChange={(conductor) => land(value, conductor === null ? null : Number(conductor))}
        />
      ))}
      {tabs && (
        <>
          <Choice
            label="Tab between the brass screws"
            value={device.hot_tab}
            choices={TABS}
            none="not looked at"
            onChange={(hot_tab) => setTab({ hot_tab })}
          />
          <Choice
            label="Tab between the silver screws"
            value={device.neutral_tab}
            choices={TABS}
            none="not looked at"
            onChange={(neutral_tab) => setTab({ neutral_tab })}
          />
        </>
      )}
    </div>
  );
}

function Changes({ changes, conductors }: { changes: MapChange[]; conductors: number }) {
  if (conductors === 0)
    return <p className="muted">Note the terminals again: what changed is marked here.</p>;
  if (changes.length === 0) return <p className="muted">Every terminal carries what it did as found.</p>;
  return (
    <table className="map-changes">
      <caption>What changed</caption>
      <thead>
        <tr>
          <th scope="col">Terminal</th>
          <th scope="col">As found</th>
          <th scope="col">As left</th>
        </tr>
      </thead>
      <tbody>
        {changes.map((change) => (
          <tr key={`${change.device} ${change.terminal}`}>
            <th scope="row">{change.terminal.replaceAll('-', ' ')}</th>
            <td>{change.before.join('; ') || 'nothing'}</td>
            <td>{change.after.join('; ') || 'nothing'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
