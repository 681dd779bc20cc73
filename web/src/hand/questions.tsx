// What is asked of a box, one question at a time, in the order one looks: first what it is and what was measured, then what one
// sees, last what instruments say. What a rule still waits for is the core's word; here is only where it is answered.
import type { ReactNode } from 'react';
import type { BoxContents, Supply } from '../api/types';
import { Answers, YES_NO } from '../ui/Answers';
import { contentsOf } from '../walk/contents';
import { DeadPart } from '../walk/DeadPart';
import { Look } from '../walk/Look';
import { Readings } from '../walk/Readings';
import { CONSTRUCTIONS } from '../walk/words';
import type { Asked, Question } from './asked';
import { Conductors } from './Conductors';
import { Contents } from './Contents';
import { Devices } from './Devices';
import { FreeLengths } from './FreeLengths';
import { enter, LengthRows, type Row } from './LengthRows';
import { BoxVolume, HowItStands } from './Stand';
import { Which } from './Which';

const known = (value: unknown) => value !== null;
const edit = ({ session }: Asked, change: Partial<BoxContents>) =>
  session.edit((contents) => ({ ...contents, ...change }));

/** An answer that is the whole answer goes on by itself; taken back, it stays. */
const answered = (asked: Asked, value: unknown, change: Partial<BoxContents>) => {
  edit(asked, change);
  if (value !== null) asked.done();
};

/** A question whose answer is the whole answer: it goes on by itself. */
const single =
  <Value extends string | number>(
    field: string,
    choices: (asked: Asked) => readonly (readonly [Value, string])[],
    get: (contents: BoxContents) => Value | null,
    set: (value: Value | null, contents: BoxContents) => Partial<BoxContents>,
  ) =>
  (asked: Asked) => (
    <Answers
      waits={asked.wanted.has(field)}
      value={get(contentsOf(asked.state))}
      choices={choices(asked)}
      onAnswer={(value) => answered(asked, value, set(value, contentsOf(asked.state)))}
    />
  );

/** A question of lengths. */
const measured = (rows: Row[], ways?: (asked: Asked) => ReactNode) => (asked: Asked) => (
  <LengthRows asked={asked} rows={rows} ways={ways && (() => ways(asked))} />
);

/** Whatever is asked of it has its place in it. */
const ANY = /./;

const AMPERES = [15, 20, 25, 30, 40, 50, 60].map((figure) => [figure, `${figure} A`] as const);

export const QUESTIONS: Question[] = [
  {
    id: 'which',
    short: 'tag',
    title: 'Which box is it?',
    takes: /^$/,
    isAnswered: () => true,
    ask: ({ session, state }) => <Which session={session} state={state} />,
  },
  {
    id: 'contents',
    short: 'contents',
    title: 'What is in it?',
    takes: /^\/(kind|gangs|hung)/,
    isAnswered: ({ conductors, devices }) => conductors.length + devices.length > 0,
    ask: (asked) => <Contents {...asked} />,
  },
  {
    id: 'lengths',
    short: 'lengths',
    title: 'How long?',
    takes: /^\/(conductors\/\d+\/(free_length|reach)|cables\/\d+\/sheath_end)/,
    glows: ANY,
    isAnswered: ({ conductors }) => conductors.some((one) => known(one.free_length) || known(one.reach)),
    applies: ({ conductors }) => conductors.length > 0,
    ask: (asked) => <FreeLengths {...asked} />,
  },
  {
    id: 'stand',
    short: 'set-back',
    title: 'How does it stand?',
    takes: /^\/stand\/(set_back|proud)/,
    glows: ANY,
    isAnswered: ({ stand }) => known(stand.set_back) || known(stand.proud),
    ask: (asked) => <HowItStands {...asked} />,
  },
  {
    id: 'wall',
    short: 'wall',
    title: 'What is the wall?',
    takes: /^\/wall_finish/,
    glows: ANY,
    isAnswered: ({ wall_finish }) => known(wall_finish),
    ask: single(
      '/wall_finish',
      ({ choices }) => choices.finishes,
      ({ wall_finish }) => wall_finish,
      (wall_finish) => ({ wall_finish }),
    ),
  },
  {
    id: 'breaker',
    short: 'breaker',
    title: 'Which breaker?',
    takes: /^\/supply\/amperes/,
    glows: ANY,
    isAnswered: ({ supply }) => known(supply.amperes),
    ask: single(
      '/supply/amperes',
      () => AMPERES,
      ({ supply }) => supply.amperes,
      (amperes, { supply }) => ({ supply: { ...supply, amperes } }),
    ),
  },
  {
    id: 'gap',
    short: 'gap',
    title: 'How wide is the gap round it?',
    takes: /^\/stand\/gap/,
    glows: ANY,
    isAnswered: ({ stand }) => known(stand.gap),
    ask: measured([{ pointer: '/stand/gap', label: 'at its widest' }], (asked) => (
      <Answers
        value={null}
        choices={[['0', 'none to see']]}
        onAnswer={(none) => none !== null && enter(asked, '/stand/gap', none)}
      />
    )),
  },
  {
    id: 'place',
    short: 'place',
    title: 'What kind of place is it?',
    takes: /^\/location/,
    glows: ANY,
    isAnswered: ({ location }) => known(location),
    ask: single(
      '/location',
      ({ choices }) => choices.locations,
      ({ location }) => location,
      (location) => ({ location }),
    ),
  },
  {
    id: 'near',
    short: 'near water',
    title: 'How near is water, how high is it?',
    takes: /^\/stand\/(to_water|height)/,
    glows: ANY,
    isAnswered: ({ stand }) => known(stand.to_water) || known(stand.height),
    ask: measured([
      { pointer: '/stand/to_water', label: 'to sink, tub or shower' },
      { pointer: '/stand/height', label: 'above floor or grade' },
    ]),
  },
  {
    id: 'protection',
    short: 'protection',
    title: 'What protects it?',
    takes: /^\/supply\/(gfci|afci|warm|motor|only_receptacle|common_disconnect)/,
    glows: /(gfci|afci)$/,
    isAnswered: ({ supply }) => known(supply.gfci) || known(supply.afci),
    ask: (asked) => {
      const { supply } = contentsOf(asked.state);
      const set = (change: Partial<Supply>) => edit(asked, { supply: { ...supply, ...change } });
      return (
        <>
          <Answers
            legend="GFCI upstream"
            waits={asked.wanted.has('/supply/gfci')}
            value={supply.gfci}
            choices={YES_NO}
            onAnswer={(gfci) => set({ gfci })}
          />
          <Answers
            legend="AFCI"
            waits={asked.wanted.has('/supply/afci')}
            value={supply.afci}
            choices={YES_NO}
            onAnswer={(afci) => set({ afci })}
          />
        </>
      );
    },
  },
  {
    id: 'box',
    short: 'box',
    title: 'What is the box made of?',
    takes: /^\/(construction|bond)/,
    glows: ANY,
    isAnswered: ({ construction }) => known(construction),
    ask: (asked) => {
      const { construction, bond } = contentsOf(asked.state);
      return (
        <>
          <Answers
            waits={asked.wanted.has('/construction')}
            value={construction}
            choices={CONSTRUCTIONS}
            onAnswer={(made) => {
              edit(asked, { construction: made });
              if (made === 'nonmetallic') asked.done();
            }}
          />
          {construction === 'metal' && (
            <Answers
              legend="And bonded by?"
              waits={asked.wanted.has('/bond')}
              value={bond}
              choices={asked.choices.bonds}
              onAnswer={(by) => answered(asked, by, { bond: by })}
            />
          )}
        </>
      );
    },
  },
  {
    id: 'volume',
    short: 'volume',
    title: 'How large is it?',
    takes: /^\/(marked_volume|size|depth|opening|fittings)/,
    glows: /(marked_volume|depth|internal_clamps)$/,
    isAnswered: ({ marked_volume, size }) => known(marked_volume) || known(size),
    ask: (asked) => <BoxVolume {...asked} />,
  },
  {
    id: 'grounds',
    short: 'grounds',
    title: 'What ground comes with each cable?',
    takes: /^\/cables\/\d+\/ground/,
    glows: ANY,
    isAnswered: ({ cables }) => cables.some(({ ground }) => known(ground)),
    applies: ({ cables }) => cables.length > 0,
    ask: (asked) => {
      const { cables } = contentsOf(asked.state);
      return cables.map((cable, index) => (
        <Answers
          key={cable.id}
          legend={cable.label || `Cable ${cable.id}`}
          waits={asked.wanted.has(`/cables/${index}/ground`)}
          value={cable.ground}
          choices={asked.choices.cableGrounds}
          onAnswer={(ground) =>
            edit(asked, { cables: cables.map((one) => (one.id === cable.id ? { ...one, ground } : one)) })
          }
        />
      ));
    },
  },
  {
    id: 'devices',
    short: 'device',
    title: 'The device',
    takes: /^\/(devices|plate)/,
    glows: /(amperes|seat|tamper_resistant|weather_resistant)$/,
    isAnswered: ({ devices }) => devices.some(({ amperes, seat }) => known(amperes) || known(seat)),
    applies: ({ devices }) => devices.length > 0,
    ask: (asked) => <Devices {...asked} />,
  },
  {
    id: 'conductors',
    short: 'conductors',
    title: 'How sound is each conductor?',
    takes: /^\/conductors\/\d+\/(condition|damage_at|remarked)/,
    glows: /condition$/,
    isAnswered: ({ conductors }) => conductors.some(({ condition }) => known(condition)),
    applies: ({ conductors }) => conductors.length > 0,
    ask: (asked) => <Conductors {...asked} />,
  },
  {
    id: 'look',
    short: 'look',
    title: 'What is there to see?',
    takes: /^\/observed/,
    isAnswered: ({ observed }) => observed.length > 0,
    ask: ({ session, state }) => <Look session={session} state={state} />,
  },
  {
    id: 'readings',
    short: 'readings',
    title: 'What do testers say?',
    takes: /^\/(lamps|readings|detectors|trips)/,
    isAnswered: ({ lamps, readings }) => lamps.length + readings.length > 0,
    ask: ({ session, state }) => <Readings session={session} state={state} />,
  },
  {
    id: 'dead',
    short: 'dead test',
    title: 'Is it dead?',
    takes: /^\/dead_test/,
    isAnswered: ({ dead_test }) => dead_test.length > 0,
    ask: ({ audit, session, state }) => <DeadPart audit={audit} session={session} state={state} />,
  },
];

/** Those that are asked of a box, in their order. */
export const questionsOf = (contents: BoxContents) =>
  QUESTIONS.filter(({ applies }) => applies === undefined || applies(contents));

/** What is asked of a question. */
export const wantedIn = (question: Question, wanted: ReadonlyMap<string, string>) =>
  [...wanted].filter(([field]) => question.takes.test(field));

/** What is asked and has no question of its own. */
export const wantedBeside = (questions: Question[], wanted: ReadonlyMap<string, string>) =>
  [...wanted].filter(([field]) => !questions.some(({ takes }) => takes.test(field)));
