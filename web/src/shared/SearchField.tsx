import { TextInput } from '@mantine/core';

interface SearchFieldProps {
  label: string;
  hint: string;
  value: string;
  onSearch: (text: string) => void;
}

export function SearchField({ label, hint, value, onSearch }: SearchFieldProps) {
  return (
    <TextInput
      aria-label={label}
      w={340}
      maw="100%"
      placeholder={hint}
      value={value}
      onChange={(event) => onSearch(event.currentTarget.value)}
    />
  );
}
