import { Group, Select, TextInput } from '@mantine/core';
import { type RefObject, useState } from 'react';
import type { Catalog, Feed } from '../../api/types';
import { NewField } from './NewField';
import { useMeant } from './useColumns';

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
  const meant = useMeant(feed?.target ?? null);
  const field = meant?.field;
  const groups = [
    ...[...new Set(catalog.fields.map((one) => one.group))].map((group) => ({
      group,
      items: catalog.fields.filter((one) => one.group === group).map((one) => ({ value: one.key, label: one.label })),
    })),
    ...catalog.parties.map((party) => ({ group: party.label, items: party.fields.map((one) => ({ value: one.key, label: one.label })) })),
    { group: 'Not in the catalog yet', items: [{ value: NEW, label: 'Make a new field …' }] },
  ];
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
        value={feed === null ? null : (field?.key ?? feed.target)}
        disabled={disabled}
        allowDeselect={false}
        onChange={choose}
        maxDropdownHeight={330}
      />
      {feed !== null &&
        meant?.variants.map(({ what, options }) => (
          <Select
            key={what}
            aria-label={what}
            w={what === 'Kind' ? 98 : 84}
            data={options.map((one) => ({ value: one.target, label: one.label }))}
            value={feed.target}
            disabled={disabled}
            allowDeselect={false}
            onChange={(target) => target !== null && onChoose({ ...feed, target })}
          />
        ))}
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
