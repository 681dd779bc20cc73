// What one sees rather than measures, as chips: each not looked at, there, or looked at and not there.
type Info<What> = { what: What; fault: string; sound: string };

type Props<What extends string> = {
  infos: Info<What>[];
  answer: (what: What) => boolean | null;
  observe: (what: What, fault: boolean | null) => void;
};

type Observed<What> = { what: What; fault: boolean };

/** What was said of it: there, looked at and not there, or nothing. */
export const answerTo = <What,>(observed: Observed<What>[] | undefined, what: What) =>
  observed?.find((known) => known.what === what)?.fault ?? null;

/** What was said, with a new answer in the place of the old one. */
export function answered<What>(observed: Observed<What>[] | undefined, what: What, fault: boolean | null) {
  const others = (observed ?? []).filter((known) => known.what !== what);
  return fault === null ? others : [...others, { what, fault }];
}

/** Not looked at, then there, then looked at and not there, then not looked at again. */
const NEXT = new Map<boolean | null, boolean | null>([
  [null, true],
  [true, false],
  [false, null],
]);

export function SeenChip<What extends string>({
  info,
  now,
  onChange,
}: {
  info: Info<What>;
  now: boolean | null;
  onChange: (fault: boolean | null) => void;
}) {
  const words = now === false ? info.sound : info.fault;
  const said = now === null ? 'not looked at' : now ? 'yes' : 'looked, no';
  return (
    <button
      type="button"
      id={`observed-${info.what}`}
      className={`chip look-chip ${now === null ? 'unseen' : now ? 'there' : 'sound'}`}
      aria-label={`${words}: ${said}`}
      onClick={() => onChange(NEXT.get(now) ?? null)}
    >
      {words}
    </button>
  );
}

export function Seen<What extends string>({ infos, answer, observe }: Props<What>) {
  return (
    <fieldset className="look-group">
      <legend>Seen</legend>
      <div className="chips">
        {infos.map((info) => (
          <SeenChip
            key={info.what}
            info={info}
            now={answer(info.what)}
            onChange={(fault) => observe(info.what, fault)}
          />
        ))}
      </div>
    </fieldset>
  );
}
