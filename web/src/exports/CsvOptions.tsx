import { Checkbox, Select } from '@mantine/core';

export interface CsvForm {
  delimiter: string;
  encoding: string;
  line_ends: string;
  mark: string;
}

export const usualCsv: CsvForm = { delimiter: 'comma', encoding: 'utf-8', line_ends: 'crlf', mark: 'yes' };

const choices = {
  delimiter: ['comma', 'semicolon', 'tab', 'pipe'].map((value) => ({ value, label: value })),
  encoding: [
    { value: 'utf-8', label: 'UTF-8' },
    { value: 'utf-16', label: 'UTF-16' },
    { value: 'windows-1252', label: 'Windows-1252' },
  ],
  line_ends: [
    { value: 'crlf', label: 'as Windows writes them' },
    { value: 'lf', label: 'as others write them' },
  ],
};

/** How CSV is written, for programs that want it in their own way. */
export function CsvOptions({ value, onChange }: { value: CsvForm; onChange: (value: CsvForm) => void }) {
  const select = (key: 'delimiter' | 'encoding' | 'line_ends', label: string) => (
    <Select
      label={label}
      size="xs"
      data={choices[key]}
      value={value[key]}
      allowDeselect={false}
      onChange={(next) => onChange({ ...value, [key]: next ?? usualCsv[key] })}
    />
  );
  return (
    <details>
      <summary>As another program wants it</summary>
      <div className="field-grid">
        {select('delimiter', 'Between cells')}
        {select('encoding', 'Encoding')}
        {select('line_ends', 'Line ends')}
        <Checkbox
          size="xs"
          label="Begins with the mark of its encoding"
          checked={value.mark === 'yes'}
          onChange={(event) => onChange({ ...value, mark: event.currentTarget.checked ? 'yes' : 'no' })}
        />
      </div>
    </details>
  );
}
