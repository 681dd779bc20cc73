// Where practice differs: each matter with its schools, the default and the reason, and what a choice has changed.
import { Form } from 'react-bootstrap';
import type { HouseRuleEffect, HouseRuleInfo, HouseRules } from '../api/types';
import { verdictWords } from '../drawing/VerdictMark';
import { withinSentence } from '../ui/sentence';

type Props = {
  /** Tells the fields of one form from those of another on the same screen. */
  name: string;
  infos: HouseRuleInfo[];
  rules: HouseRules;
  effects?: HouseRuleEffect[] | undefined;
  onChange: (change: Partial<HouseRules>) => void;
};

export function HouseRulesForm({ name, infos, rules, effects = [], onChange }: Props) {
  return infos.map((info) => {
    const effect = effects.find((known) => known.field === info.field);
    return (
      <fieldset key={info.field} className="school">
        <legend>{info.matter}</legend>
        {info.schools.map((school) => (
          <Form.Check
            key={school.value}
            type="radio"
            id={`${name}-${info.field}-${school.value}`}
            name={`${name}-${info.field}`}
            label={school.value === info.default ? `${school.words} (default)` : school.words}
            checked={rules[info.field as keyof HouseRules] === school.value}
            onChange={() => onChange({ [info.field]: school.value })}
          />
        ))}
        <p className="muted">{info.reason}</p>
        {effect && <Effect effect={effect} />}
      </fieldset>
    );
  });
}

const MOST = 6;

function Effect({ effect }: { effect: HouseRuleEffect }) {
  const { changed } = effect;
  if (changed.length === 0) return <p className="effect">Changes no verdict here.</p>;
  return (
    <p className="effect">
      <b>
        Changed {changed.length} verdict{changed.length === 1 ? '' : 's'}:
      </b>{' '}
      {changed
        .slice(0, MOST)
        .map(
          ({ tag, title, by_default, by_house }) =>
            `${tag} ${withinSentence(title)}, ${verdictWords[by_default]} → ${verdictWords[by_house]}`,
        )
        .join('; ')}
      {changed.length > MOST ? `; ${changed.length - MOST} more` : ''}.
    </p>
  );
}
