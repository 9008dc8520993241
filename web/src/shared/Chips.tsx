interface ChipsProps<T extends string> {
  label: string;
  options: { value: T; text: string }[];
  value: T;
  onChange: (value: T) => void;
}

/** A small choice among a few views of the same list. */
export function Chips<T extends string>({ label, options, value, onChange }: ChipsProps<T>) {
  return (
    <div className="chips" role="group" aria-label={label}>
      {options.map((option) => (
        <button key={option.value} type="button" aria-pressed={option.value === value} onClick={() => onChange(option.value)}>
          {option.text}
        </button>
      ))}
    </div>
  );
}
