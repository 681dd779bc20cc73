// The facts that the core takes down of a kind of thing, in its order: whole figures and answers here, the rest by what one gives.
import { Fragment, type ReactNode } from 'react';
import { YesNo } from './Choice';
import { NumberField } from './NumberField';

type Props<Thing extends object> = {
  thing: Thing;
  /** The fields of its kind. */
  fields: readonly string[];
  /** Each whole figure with its label and the most it may be. */
  counts: Readonly<Record<string, readonly [string, number]>>;
  /** Each question that is answered by yes or no. */
  answers: Readonly<Record<string, string>>;
  /** What any other field is noted by. */
  other: (field: string) => ReactNode;
  /** Before the name of each field. */
  id?: string;
  onChange: (part: Partial<Thing>) => void;
};

export function FactFields<Thing extends object>(props: Props<Thing>) {
  const { thing, fields, counts, answers, other, id, onChange } = props;
  const known = thing as Record<string, unknown>;
  const field = (name: string): ReactNode => {
    const put = (value: number | boolean | null) => onChange({ [name]: value } as Partial<Thing>);
    const named = id ? { id: `${id}-${name}` } : {};
    const count = counts[name];
    if (count) {
      const [label, most] = count;
      return (
        <NumberField
          label={label}
          {...named}
          value={known[name] as number | null}
          most={most}
          onChange={put}
        />
      );
    }
    const answer = answers[name];
    if (answer)
      return <YesNo label={answer} {...named} value={known[name] as boolean | null} onChange={put} />;
    return other(name);
  };
  return fields.map((name) => <Fragment key={name}>{field(name)}</Fragment>);
}
