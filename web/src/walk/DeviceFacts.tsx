// Devices, what hangs from the box, the splices.
import { Button, Form } from 'react-bootstrap';
import { useChoices } from '../api/choices';
import type { BoxContents, Device, Gauge, Splice } from '../api/types';
import { Choice, FigureChoice, YesNo } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { contentsOf, withDevice, withDeviceAs, withoutDevice } from './contents';
import { HungFacts } from './HungFacts';
import { LengthField } from './LengthField';
import type { BoxSession } from './session';
import type { SessionState } from './sessionState';
import { DEVICE_AMPERES, GAUGES } from './words';

type Props = { session: BoxSession; state: SessionState };

export function DeviceFacts({ session, state }: Props) {
  const contents = contentsOf(state);
  const set = (change: Partial<BoxContents>) => session.edit((known) => ({ ...known, ...change }));
  return (
    <div className="facts">
      {contents.devices.map((device, index) => (
        <OneDevice key={device.id} session={session} state={state} device={device} index={index} />
      ))}
      <fieldset>
        <legend>What hangs</legend>
        <HungFacts session={session} state={state} hung={contents.hung} onChange={(hung) => set({ hung })} />
        <Button
          variant="outline-primary"
          onClick={() => session.edit((known) => withDevice(known, 'duplex-receptacle'))}
        >
          + device
        </Button>
      </fieldset>
      <Splices splices={contents.splices} contents={contents} onChange={(splices) => set({ splices })} />
    </div>
  );
}

function OneDevice({ session, state, device, index }: Props & { device: Device; index: number }) {
  const choices = useChoices();
  const set = (change: Partial<Device>) =>
    session.edit((contents) => withDeviceAs(contents, device.id, change));
  return (
    <fieldset>
      <legend>Device {device.id}</legend>
      <Choice
        label="What it is"
        value={device.kind}
        choices={choices.devices}
        onChange={(kind) => kind && set({ kind })}
      />
      <FigureChoice
        label="Rated"
        id={`devices-${index}-amperes`}
        value={device.amperes}
        choices={DEVICE_AMPERES}
        unit="A"
        onChange={(amperes) => set({ amperes })}
      />
      {device.kind.includes('receptacle') && (
        <Choice
          label="Slots"
          id={`devices-${index}-configuration`}
          value={device.configuration}
          choices={choices.configurations}
          none="not noted"
          onChange={(configuration) => set({ configuration })}
        />
      )}
      {(device.kind === 'timer' || device.kind === 'electronic-switch') && (
        <YesNo
          label="Has a lead for a neutral"
          id={`devices-${index}-own_neutral`}
          value={device.own_neutral}
          onChange={(own_neutral) => set({ own_neutral })}
        />
      )}
      {device.kind === 'range-receptacle' && (
        <Choice
          label="Its wires"
          id={`devices-${index}-range_wires`}
          value={device.range_wires}
          choices={choices.rangeWires}
          none="not noted"
          onChange={(range_wires) => set({ range_wires })}
        />
      )}
      <Choice
        label="It is for"
        id={`devices-${index}-purpose`}
        value={device.purpose}
        choices={choices.purposes}
        none="not noted"
        onChange={(purpose) => set({ purpose })}
      />
      <NumberField
        label="Put in anew, year"
        id={`devices-${index}-replaced`}
        value={device.replaced}
        most={2100}
        onChange={(replaced) => set({ replaced })}
      />
      <Choice
        label="Seated"
        id={`devices-${index}-seat`}
        value={device.seat}
        choices={choices.seats}
        none="not noted"
        onChange={(seat) => set({ seat })}
      />
      {device.seat === 'spacers' && (
        <FigureChoice
          label="Spacers of 1/8 in"
          value={device.spacers}
          choices={[1, 2, 3, 4]}
          unit=""
          onChange={(spacers) => set({ spacers: spacers ?? 0 })}
        />
      )}
      <LengthField
        session={session}
        state={state}
        pointer={`/devices/${index}/behind`}
        label="Behind its yoke"
      />
      <YesNo
        label="Tamper-resistant"
        id={`devices-${index}-tamper_resistant`}
        value={device.tamper_resistant}
        onChange={(tamper_resistant) => set({ tamper_resistant })}
      />
      <YesNo
        label="Weather-resistant"
        id={`devices-${index}-weather_resistant`}
        value={device.weather_resistant}
        onChange={(weather_resistant) => set({ weather_resistant })}
      />
      <YesNo
        label="Marked for aluminium"
        id={`devices-${index}-for_aluminium`}
        value={device.for_aluminium}
        onChange={(for_aluminium) => set({ for_aluminium })}
      />
      <YesNo
        label="AFCI receptacle"
        id={`devices-${index}-arc_fault`}
        value={device.arc_fault}
        onChange={(arc_fault) => set({ arc_fault })}
      />
      <YesNo
        label="Marked: no equipment ground"
        id={`devices-${index}-marked_no_ground`}
        value={device.marked_no_ground}
        onChange={(marked_no_ground) => set({ marked_no_ground })}
      />
      <Form.Check
        id={`split-${device.id}`}
        label="Split: its halves have two feeds"
        checked={device.split}
        onChange={(event) => set({ split: event.target.checked })}
      />
      {device.split && (
        <Choice
          label="Its halves"
          id={`devices-${index}-halves`}
          value={device.halves}
          choices={choices.halves}
          none="not noted"
          onChange={(halves) => set({ halves })}
        />
      )}
      <Button
        variant="outline-primary"
        onClick={() => session.edit((contents) => withoutDevice(contents, device.id))}
      >
        Remove
      </Button>
    </fieldset>
  );
}

const gauges = GAUGES.map((gauge) => [gauge, `${gauge} AWG`] as const);

function Splices({
  splices,
  contents,
  onChange,
}: {
  splices: Splice[];
  contents: BoxContents;
  onChange: (splices: Splice[]) => void;
}) {
  const choices = useChoices();
  const letters = [
    ...new Set(contents.conductors.map((conductor) => conductor.joined).filter((letter) => letter !== null)),
  ];
  const free = letters.filter((letter) => !splices.some((splice) => splice.letter === letter));
  const set = (letter: string, change: Partial<Splice>) =>
    onChange(splices.map((known) => (known.letter === letter ? { ...known, ...change } : known)));
  return (
    <fieldset id="splices">
      <legend>Splices</legend>
      {letters.length === 0 && (
        <p className="muted">Mark the conductors that are joined with the same letter first.</p>
      )}
      {splices.map((splice, index) => (
        <div className="splice" key={splice.letter}>
          <b>{splice.letter}</b>
          <Choice
            label="Made with"
            value={splice.kind}
            choices={choices.splices}
            onChange={(kind) => kind && set(splice.letter, { kind })}
          />
          <Choice
            label="Marked from"
            value={splice.smallest}
            choices={gauges}
            none="not read"
            onChange={(smallest) => set(splice.letter, { smallest: smallest as Gauge | null })}
          />
          <Choice
            label="to"
            id={`splices-${index}-largest`}
            value={splice.largest}
            choices={gauges}
            none="not read"
            onChange={(largest) => set(splice.letter, { largest: largest as Gauge | null })}
          />
          <FigureChoice
            label="At most"
            value={splice.most}
            choices={[2, 3, 4, 5, 6, 8]}
            unit="conductors"
            onChange={(most) => set(splice.letter, { most })}
          />
          <FigureChoice
            label="Pigtails in it"
            value={splice.pigtails || null}
            choices={[1, 2, 3, 4]}
            unit=""
            onChange={(pigtails) => set(splice.letter, { pigtails: pigtails ?? 0 })}
          />
          <YesNo
            label="Pulled, none moves"
            id={`splices-${index}-pull_tested`}
            value={splice.pull_tested}
            onChange={(pull_tested) => set(splice.letter, { pull_tested })}
          />
          <YesNo
            label="Listed for both metals"
            id={`splices-${index}-both_metals`}
            value={splice.both_metals}
            onChange={(both_metals) => set(splice.letter, { both_metals })}
          />
          <Button
            variant="outline-primary"
            onClick={() => onChange(splices.filter((known) => known.letter !== splice.letter))}
          >
            Remove
          </Button>
        </div>
      ))}
      {free.map((letter) => (
        <Button
          key={letter}
          variant="outline-primary"
          onClick={() => onChange([...splices, { letter, kind: 'twist-on' } as Splice])}
        >
          + splice {letter}
        </Button>
      ))}
    </fieldset>
  );
}
