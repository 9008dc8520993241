import { Combobox, TextInput, useCombobox } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { api } from '../api/client';
import type { SupporterList } from '../api/answers';

/** Someone who may be meant. */
export interface Picked {
  id: number;
  name: string;
  /** What tells them from others of the name. */
  hint: string;
}

const search = async (asked: string): Promise<Picked[]> =>
  (await api.get<SupporterList>(`supporters?columns=place,email&q=${encodeURIComponent(asked)}`)).supporters
    .slice(0, 8)
    .map((row) => ({ id: row.id, name: row.name, hint: [row.cells['place'], row.cells['email']].filter(Boolean).join(' · ') }));

interface SupporterPickerProps {
  label: string;
  /** Who is chosen already. */
  first?: string;
  /** What is typed already. */
  begins?: string;
  /** It begins anew, with who is chosen then, whenever this changes. */
  of?: string;
  autoFocus?: boolean;
  onPick: (row: Picked) => void;
  /** Who may be meant, where that is not what the list of supporters finds. */
  find?: (asked: string) => Promise<Picked[]>;
  placeholder?: string;
  size?: 'xs' | 'sm';
  onFocus?: () => void;
  onKeyDown?: (event: KeyboardEvent<HTMLInputElement>) => void;
  onChange?: (text: string) => void;
}

/** Finds a supporter as one types, and picks one. */
export function SupporterPicker({
  label,
  first = '',
  begins,
  of = '',
  autoFocus = false,
  onPick,
  onKeyDown,
  onChange,
  find = search,
  placeholder = 'name, email, phone or id',
  size = 'xs',
  onFocus,
}: SupporterPickerProps) {
  // Null as long as nothing is typed: who is chosen needs no search.
  const [typed, setTyped] = useState<string | null>(begins ?? null);
  const [begun, setBegun] = useState(of);
  const input = useRef<HTMLInputElement>(null);
  const text = begun === of ? typed : null;
  const [settled] = useDebouncedValue(text?.trim() ?? '', 150);
  const asked = text === null ? '' : settled;
  const box = useCombobox();
  const found = useQuery({
    queryKey: ['find', find === search ? '' : 'other', asked],
    queryFn: () => find(asked),
    enabled: asked !== '',
  });
  const rows = asked === '' ? [] : (found.data ?? []);
  const looking = text !== null && text.trim() !== '' && (asked !== text.trim() || found.isFetching);
  const entered = useRef(false);
  if (begun !== of) {
    setBegun(of);
    setTyped(null);
  }
  useEffect(() => {
    entered.current = false;
    if (autoFocus) {
      input.current?.focus();
    }
    // Only when it begins.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [of]);
  const pick = (row: Picked) => {
    entered.current = false;
    box.closeDropdown();
    onPick(row);
  };
  // A number means that supporter; Enter before the list is there means the one who is found, if there is one only.
  const meant = rows.find((row) => String(row.id) === asked) ?? (rows.length === 1 ? rows[0] : undefined);
  useEffect(() => {
    if (looking) {
      return;
    }
    box.selectFirstOption();
    if (entered.current && meant !== undefined) {
      pick(meant);
    }
    entered.current = false;
    // Only when a list has come.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [looking]);
  const onEnter = (event: KeyboardEvent<HTMLInputElement>) => {
    if (looking) {
      event.preventDefault();
      event.stopPropagation();
      entered.current = true;
    } else if (rows.length === 0 || !box.dropdownOpened) {
      onKeyDown?.(event);
    } else {
      event.stopPropagation();
      const chosen = /^\d+$/.test(asked) && meant !== undefined ? meant : box.getSelectedOptionIndex() === -1 ? rows[0] : undefined;
      if (chosen !== undefined) {
        event.preventDefault();
        pick(chosen);
      }
    }
  };
  return (
    <Combobox
      store={box}
      width={360}
      position="bottom-start"
      shadow="md"
      onOptionSubmit={(id) => {
        const row = rows.find((one) => String(one.id) === id);
        if (row !== undefined) {
          pick(row);
        }
      }}
    >
      <Combobox.Target>
        <TextInput
          ref={input}
          aria-label={label}
          size={size}
          style={{ flex: 1, minWidth: 160 }}
          placeholder={placeholder}
          autoFocus={autoFocus}
          value={text ?? first}
          onChange={(event) => {
            setTyped(event.currentTarget.value);
            onChange?.(event.currentTarget.value);
            entered.current = false;
            box.openDropdown();
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              onEnter(event);
            } else if (box.dropdownOpened && rows.length > 0 && ['ArrowDown', 'ArrowUp'].includes(event.key)) {
              event.stopPropagation();
            } else {
              onKeyDown?.(event);
            }
          }}
          onFocus={onFocus}
          onBlur={() => box.closeDropdown()}
        />
      </Combobox.Target>
      <Combobox.Dropdown hidden={asked === ''}>
        <Combobox.Options>
          {rows.map((row) => (
            <Combobox.Option key={row.id} value={String(row.id)}>
              {row.name} <span className="quiet">{row.hint}</span>
            </Combobox.Option>
          ))}
          {found.isSuccess && rows.length === 0 && <Combobox.Empty>Nobody found</Combobox.Empty>}
        </Combobox.Options>
      </Combobox.Dropdown>
    </Combobox>
  );
}
