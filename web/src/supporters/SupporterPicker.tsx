import { Combobox, TextInput, useCombobox } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import { api } from '../api/client';
import type { SupporterRow } from '../api/types';

interface SupporterPickerProps {
  label: string;
  first?: string;
  autoFocus?: boolean;
  onPick: (row: SupporterRow) => void;
  onKeyDown?: (event: KeyboardEvent<HTMLInputElement>) => void;
  onChange?: (text: string) => void;
}

/** Finds a supporter as one types, and picks one. */
export function SupporterPicker({ label, first = '', autoFocus = false, onPick, onKeyDown, onChange }: SupporterPickerProps) {
  const [text, setText] = useState(first);
  const [asked] = useDebouncedValue(text.trim(), 150);
  const box = useCombobox();
  const found = useQuery({ queryKey: ['find', asked], queryFn: () => api.get<{ supporters: SupporterRow[] }>(`supporters?q=${encodeURIComponent(asked)}`), enabled: asked !== '' });
  const rows = asked === '' ? [] : (found.data?.supporters.slice(0, 8) ?? []);
  return (
    <Combobox store={box} width={360} position="bottom-start" shadow="md" onOptionSubmit={(id) => { const row = rows.find((one) => String(one.id) === id); if (row !== undefined) { onPick(row); box.closeDropdown(); } }}>
      <Combobox.Target>
        <TextInput
          aria-label={label}
          size="xs"
          style={{ flex: 1, minWidth: 160 }}
          placeholder="name, email, phone or id"
          autoFocus={autoFocus}
          value={text}
          onChange={(event) => { setText(event.currentTarget.value); onChange?.(event.currentTarget.value); box.openDropdown(); box.selectFirstOption(); }}
          onKeyDown={(event) => { if (!box.dropdownOpened || rows.length === 0 || !['ArrowDown', 'ArrowUp', 'Enter'].includes(event.key)) { onKeyDown?.(event); } else { event.stopPropagation(); } }}
          onBlur={() => box.closeDropdown()}
        />
      </Combobox.Target>
      <Combobox.Dropdown hidden={asked === ''}>
        <Combobox.Options>
          {rows.map((row) => <Combobox.Option key={row.id} value={String(row.id)}>{row.name} <span className="quiet">{[row.city, row.email].filter(Boolean).join(' · ')}</span></Combobox.Option>)}
          {found.isSuccess && rows.length === 0 && <Combobox.Empty>Nobody found</Combobox.Empty>}
        </Combobox.Options>
      </Combobox.Dropdown>
    </Combobox>
  );
}
