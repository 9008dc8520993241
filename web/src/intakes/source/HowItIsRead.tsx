import { Checkbox, MultiSelect, Select } from '@mantine/core';
import type { SourceView } from '../../api/types';

const delimiters = [
  { value: ',', label: 'comma' },
  { value: ';', label: 'semicolon' },
  { value: '\t', label: 'tab' },
  { value: '|', label: 'pipe' },
];

/** What can be chosen about how a file is read: its sheets, or its encoding and delimiter. */
export function HowItIsRead({
  view,
  fixed,
  onChange,
}: {
  view: SourceView;
  fixed: boolean;
  onChange: (choice: Record<string, unknown>) => void;
}) {
  return (
    <span style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
      {view.sheets.length === 1 && <span className="quiet">sheet {view.sheets[0]}</span>}
      {view.sheets.length > 1 && (
        <MultiSelect
          aria-label="Sheets, read as one"
          w={260}
          data={view.sheets}
          value={view.sheets_read}
          disabled={fixed}
          onChange={(sheets) => sheets.length > 0 && onChange({ sheets_read: sheets })}
          hidePickedOptions
        />
      )}
      {view.fill_merged && (
        <Checkbox size="xs" label="merged cells filled" checked disabled={fixed} onChange={() => onChange({ fill_merged: false })} />
      )}
      {view.fill_dittos && (
        <Checkbox size="xs" label="ditto marks filled" checked disabled={fixed} onChange={() => onChange({ fill_dittos: false })} />
      )}
      {view.fill_headings && (
        <Checkbox size="xs" label="headings in a column" checked disabled={fixed} onChange={() => onChange({ fill_headings: false })} />
      )}
      {view.encoding !== null && (
        <Select
          aria-label="Encoding"
          w={180}
          data={view.encodings}
          value={view.encoding}
          allowDeselect={false}
          disabled={fixed}
          onChange={(encoding) => onChange({ encoding })}
        />
      )}
      {view.delimiter !== null && (
        <Select
          aria-label="Delimiter"
          w={110}
          data={delimiters}
          value={view.delimiter}
          allowDeselect={false}
          disabled={fixed}
          onChange={(delimiter) => onChange({ delimiter })}
        />
      )}
    </span>
  );
}
