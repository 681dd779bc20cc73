// A whole figure, kept when the field is left.
type Props = {
  label: string;
  id?: string;
  value: number | null;
  most: number;
  onChange: (value: number | null) => void;
};

export function NumberField({ label, id, value, most, onChange }: Props) {
  return (
    <label className="choice">
      <span>{label}</span>
      <input
        key={value}
        id={id}
        type="number"
        className="form-control"
        min={0}
        max={most}
        defaultValue={value ?? ''}
        onBlur={(event) => {
          const next = event.target.value === '' ? null : Math.round(Number(event.target.value));
          if (next !== value) onChange(next);
        }}
      />
    </label>
  );
}
