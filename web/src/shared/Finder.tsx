import { Combobox, TextInput, useCombobox } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { SupporterList } from '../api/answers';

/** Quick search over supporters: name, email, phone or old id. Ctrl+K goes there from anywhere. */
export function Finder() {
  const [text, setText] = useState('');
  const [asked] = useDebouncedValue(text.trim(), 180);
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const box = useCombobox({ onDropdownClose: () => box.resetSelectedOption() });
  const found = useQuery({
    queryKey: ['find', asked],
    queryFn: () => api.get<SupporterList>(`supporters?columns=place,email&q=${encodeURIComponent(asked)}`),
    enabled: asked !== '',
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        input.current?.focus();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const rows = asked === '' ? [] : (found.data?.supporters.slice(0, 8) ?? []);
  const go = (value: string) => {
    void navigate(value === 'all' ? `/supporters?q=${encodeURIComponent(asked)}` : `/supporters/${value}`);
    setText('');
    box.closeDropdown();
    input.current?.blur();
  };
  return (
    <Combobox store={box} onOptionSubmit={go} width={330} position="bottom-end" shadow="md">
      <Combobox.Target>
        <TextInput
          ref={input}
          w={210}
          placeholder="Find a supporter"
          aria-label="Find a supporter"
          value={text}
          rightSection={<kbd style={{ whiteSpace: 'nowrap' }}>Ctrl K</kbd>}
          rightSectionWidth={66}
          onChange={(event) => {
            setText(event.currentTarget.value);
            box.openDropdown();
            box.updateSelectedOptionIndex();
          }}
          onBlur={() => box.closeDropdown()}
        />
      </Combobox.Target>
      <Combobox.Dropdown hidden={asked === ''}>
        <Combobox.Options>
          {rows.map((row) => (
            <Combobox.Option key={row.id} value={String(row.id)}>
              {row.name} <span className="quiet">{[row.cells['place'], row.cells['email']].filter(Boolean).join(' · ')}</span>
            </Combobox.Option>
          ))}
          {(found.data?.total ?? 0) > rows.length && <Combobox.Option value="all">All {found.data?.total}</Combobox.Option>}
          {found.data?.total === 0 && <Combobox.Empty>Nobody has that name, email, phone or old id.</Combobox.Empty>}
        </Combobox.Options>
      </Combobox.Dropdown>
    </Combobox>
  );
}
