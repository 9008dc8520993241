import { Button, Group, Popover, Select } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import type { SearchShown } from '../api/answers';
import { useSavedSearches } from '../shared/search/useSavedSearches';
import { Trouble } from '../shared/Notice';
import { NumbersFile } from '../shared/NumbersFile';

const kinds = [
  { value: 'all', label: 'everyone' },
  { value: 'changed', label: 'new and changed since the last search' },
  { value: 'group', label: 'a group, against everyone' },
  { value: 'search', label: 'a saved search, against everyone' },
  { value: 'ids', label: 'a list of supporter numbers, against everyone' },
];

/** Where to look for duplicates, and how often that is done by itself. */
export function SearchChoice({
  isFirst,
  schedule,
  onSearch,
}: {
  isFirst: boolean;
  schedule: string;
  onSearch: (begun: SearchShown) => void;
}) {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState(isFirst ? 'all' : 'changed');
  const [part, setPart] = useState<string | null>(null);
  const [numbers, setNumbers] = useState<number[] | undefined>();
  const parts = useSavedSearches(['supporters'], open);
  const search = useMutation({
    mutationFn: () =>
      api.post<SearchShown>('duplicates/search', {
        kind,
        ...(kind === 'group' ? { group: part } : kind === 'search' ? { search: Number(part) } : kind === 'ids' ? { ids: numbers } : {}),
      }),
    onSuccess: (begun) => {
      setOpen(false);
      onSearch(begun);
    },
  });
  const schedules = useMutation({
    mutationFn: (every: string) => api.put('duplicates/schedule', { every }),
    onSuccess: () => void queries.invalidateQueries({ queryKey: ['duplicates'] }),
  });
  const needsPart = kind === 'group' || kind === 'search';
  const choices = kind === 'group' ? parts.groups : parts.searches.map((one) => ({ value: String(one.id), label: one.name }));
  return (
    <Popover opened={open} onChange={setOpen} width={380} position="bottom-start" trapFocus>
      <Popover.Target>
        <button type="button" className="plain-button" onClick={() => setOpen(!open)}>
          {isFirst ? 'Search the database' : 'Search again'}
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          className="form choices"
          onSubmit={(event) => {
            event.preventDefault();
            search.mutate();
          }}
        >
          <Trouble error={search.error ?? schedules.error} />
          <Select
            label="Look at"
            data={kinds}
            value={kind}
            allowDeselect={false}
            onChange={(value) => {
              setKind(value ?? 'all');
              setPart(null);
            }}
            comboboxProps={{ withinPortal: false }}
          />
          {needsPart && (
            <Select
              aria-label={kind === 'group' ? 'Which group' : 'Which search'}
              placeholder={choices.length === 0 ? 'There is none yet' : 'Which one'}
              searchable
              data={choices}
              value={part}
              onChange={setPart}
              comboboxProps={{ withinPortal: false }}
            />
          )}
          {kind === 'ids' && <NumbersFile numbers={numbers} onNumbers={setNumbers} />}
          <Select
            size="xs"
            label="Automatically, what is new or changed"
            data={[
              { value: 'never', label: 'never' },
              { value: 'day', label: 'each night' },
              { value: 'week', label: 'one night a week' },
            ]}
            value={schedule}
            allowDeselect={false}
            onChange={(every) => schedules.mutate(every ?? 'never')}
            comboboxProps={{ withinPortal: false }}
          />
          <Group justify="flex-end">
            <Button
              type="submit"
              loading={search.isPending}
              disabled={(needsPart && part === null) || (kind === 'ids' && (numbers?.length ?? 0) === 0)}
            >
              Search
            </Button>
          </Group>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
