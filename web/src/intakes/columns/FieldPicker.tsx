import { Group, Select, TextInput } from '@mantine/core';
import { type RefObject, useState } from 'react';
import type { Catalog, Feed } from '../../api/types';
import { NewField } from './NewField';
import { fieldOf, kindsOf, parseTarget, targetKey, type Target } from './target';

interface FieldPickerProps {
  catalog: Catalog;
  feed: Feed | null;
  disabled: boolean;
  suggestion: string;
  inputRef?: RefObject<HTMLInputElement | null>;
  onChoose: (feed: Feed) => void;
}

const NEW = '+';

/** Chooses a field of the catalog, and which one of several it is: the kind of an address, the number of a gift, the name of a group. */
export function FieldPicker({ catalog, feed, disabled, suggestion, inputRef, onChoose }: FieldPickerProps) {
  const [making, setMaking] = useState(false);
  const target = feed === null ? null : parseTarget(feed.target, catalog);
  const field = target === null ? undefined : fieldOf(target, catalog);
  const kinds = target === null ? null : kindsOf(target.field, catalog);
  const groups = [
    ...[...new Set(catalog.fields.map((one) => one.group))].map((group) => ({
      group,
      items: catalog.fields.filter((one) => one.group === group).map((one) => ({ value: one.key, label: one.label })),
    })),
    ...catalog.parties.map((party) => ({ group: party.label, items: party.fields.map((one) => ({ value: one.key, label: one.label })) })),
    { group: 'Not in the catalog yet', items: [{ value: NEW, label: 'Make a new field …' }] },
  ];
  const change = (next: Partial<Target>) =>
    target !== null && feed !== null && onChoose({ ...feed, target: targetKey({ ...target, ...next }) });
  const choose = (key: string | null) => {
    if (key === NEW) {
      setMaking(true);
    } else if (key !== null) {
      const named = catalog.fields.find((one) => one.key === key)?.named === true;
      onChoose({
        target: key,
        name: named ? (feed?.name !== undefined && feed.name !== '' ? feed.name : suggestion) : '',
        steps: feed?.steps ?? [],
      });
    }
  };
  return (
    <Group gap={6} wrap="nowrap">
      <Select
        ref={inputRef}
        aria-label="Field"
        w={228}
        searchable
        placeholder="choose a field"
        nothingFoundMessage="No field has that name"
        data={groups}
        value={field?.key ?? null}
        disabled={disabled}
        allowDeselect={false}
        onChange={choose}
        maxDropdownHeight={330}
      />
      {kinds !== null && kinds.length > 0 && (
        <Select
          aria-label="Kind"
          w={98}
          data={[{ value: '', label: 'any kind' }, ...kinds]}
          value={target?.kind ?? ''}
          disabled={disabled}
          allowDeselect={false}
          onChange={(kind) => change({ kind: kind ?? '' })}
        />
      )}
      {target !== null && (kinds !== null || target.party === 'child') && (
        <Select
          aria-label="Which one of several"
          w={74}
          data={Array.from({ length: 12 }, (_, i) => ({ value: String(i + 1), label: `no. ${i + 1}` }))}
          value={String(target.party === 'child' ? target.person : target.number)}
          disabled={disabled}
          allowDeselect={false}
          onChange={(number) => change(target.party === 'child' ? { person: Number(number) } : { number: Number(number) })}
        />
      )}
      {target !== null && catalog.of_part.includes(target.field) && (
        <Select
          aria-label="Which part of the gift"
          w={84}
          data={Array.from({ length: 12 }, (_, i) => ({ value: String(i + 1), label: `part ${i + 1}` }))}
          value={String(target.part)}
          disabled={disabled}
          allowDeselect={false}
          onChange={(part) => change({ part: Number(part) })}
        />
      )}
      {field?.named === true && feed !== null && (
        <TextInput
          key={feed.name}
          aria-label={field.key === 'group' ? 'Name of the group' : 'Name of the other system'}
          w={140}
          defaultValue={feed.name}
          disabled={disabled}
          onBlur={(event) =>
            event.currentTarget.value.trim() !== '' &&
            event.currentTarget.value.trim() !== feed.name &&
            onChoose({ ...feed, name: event.currentTarget.value.trim() })
          }
        />
      )}
      {making && (
        <NewField
          catalog={catalog}
          suggestion={suggestion}
          onClose={() => setMaking(false)}
          onMade={(made) => {
            setMaking(false);
            onChoose({ target: made.key, name: '', steps: feed?.steps ?? [] });
          }}
        />
      )}
    </Group>
  );
}
