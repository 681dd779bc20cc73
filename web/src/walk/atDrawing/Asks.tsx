// What can be said of a part at the drawing: each answer is one act, said in words and taken back with undo.
import type { useChoices } from '../../api/choices';
import type { BoxContents } from '../../api/types';
import { Answers } from '../../ui/Answers';
import { Choice } from '../../ui/Choice';
import type { BoxSession } from '../session';
import type { SessionState } from '../sessionState';

/** Where a part is spoken of. */
export type Place = {
  session: BoxSession;
  state: SessionState;
  contents: BoxContents;
  choices: ReturnType<typeof useChoices>;
  /** The fields that a rule still waits for. */
  wanted: Pick<ReadonlySet<string>, 'has'>;
  /** What the part is called. */
  name: string;
};

/** One field of a thing in the box: where it goes, what stands there, and how it is changed. */
export const fieldOf =
  <Thing, Id>(
    at: string,
    thing: Thing & { id: Id },
    as: (known: BoxContents, id: Id, change: Partial<Thing>) => BoxContents,
  ) =>
  <Key extends keyof Thing & string>(key: Key) => ({
    field: `${at}/${key}`,
    value: thing[key],
    set: (known: BoxContents, value: Thing[Key] | null) =>
      as(known, thing.id, { [key]: value } as unknown as Partial<Thing>),
  });

type Props<T> = {
  place: Place;
  legend: string;
  /** The field that it goes into. */
  field?: string;
  value: T | null;
  choices: readonly (readonly [T, string])[];
  set: (known: BoxContents, value: T | null) => BoxContents;
};

const said = <T,>({ place, legend, choices }: Props<T>, value: T | null) => ({
  words: `${place.name}, ${legend.charAt(0).toLowerCase()}${legend.slice(1)}: ${choices.find(([known]) => known === value)?.[1] ?? 'not noted'}`,
});

/** A few answers side by side. */
export function Asks<T extends string | number | boolean>(props: Props<T>) {
  const { place, legend, field, value, choices, set } = props;
  return (
    <Answers
      legend={legend}
      waits={field !== undefined && place.wanted.has(field)}
      value={value}
      choices={choices}
      onAnswer={(answer) => place.session.edit((known) => set(known, answer), said(props, answer))}
    />
  );
}

/** One of many answers, in a list; without `none` there always is one. */
export function AsksOne<T extends string>(props: Props<T> & { none?: string }) {
  const { place, legend, value, choices, none, set } = props;
  return (
    <Choice
      label={legend}
      value={value}
      choices={choices}
      {...(none === undefined ? {} : { none })}
      onChange={(answer) => place.session.edit((known) => set(known, answer), said(props, answer))}
    />
  );
}
