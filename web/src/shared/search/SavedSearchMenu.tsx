import { ActionIcon, Button, Group, Popover, TextInput } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import { useMay } from '../session';
import { useSavedSearches } from './useSavedSearches';

/** Searches that are kept under a name: to come back to, and for all that is asked of a part of the records. */
export function SavedSearchMenu({
  list = 'supporters',
  asked,
  onPick,
}: {
  list?: string;
  asked: Record<string, string>;
  onPick: (query: Record<string, string>) => void;
}) {
  const queries = useQueryClient();
  const may = useMay();
  const [name, setName] = useState('');
  const [open, setOpen] = useState(false);
  const { searches } = useSavedSearches([list]);
  const again = () => void queries.invalidateQueries({ queryKey: ['searches'] });
  const keep = useMutation({
    mutationFn: () => api.post('searches', { name, list, query: asked }),
    onSuccess: () => {
      setName('');
      again();
    },
  });
  const drop = useMutation({ mutationFn: (id: number) => api.delete(`searches/${id}`), onSuccess: again });
  const asksSomething = Object.keys(asked).length > 0;
  return (
    <Popover position="bottom-start" width={340} opened={open} onChange={setOpen} trapFocus>
      <Popover.Target>
        <Button size="compact-sm" variant="default" onClick={() => setOpen(!open)}>
          Saved searches
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        {searches.length === 0 && <p className="quiet">None is saved yet.</p>}
        {searches.map((one) => (
          <Group key={one.id} wrap="nowrap" justify="space-between" gap={8}>
            <button
              type="button"
              className="take"
              onClick={() => {
                setOpen(false);
                onPick(one.query);
              }}
            >
              {one.name}
            </button>
            {may.edit && (
              <ActionIcon
                size="sm"
                variant="subtle"
                color="gray"
                aria-label={`Delete the search ${one.name}`}
                loading={drop.isPending && drop.variables === one.id}
                onClick={() => drop.mutate(one.id)}
              >
                ✕
              </ActionIcon>
            )}
          </Group>
        ))}
        {may.edit && !asksSomething && <p className="quiet">Search for something, then save it here.</p>}
        {may.edit && asksSomething && (
          <form
            style={{ display: 'flex', gap: 6, marginTop: 8 }}
            onSubmit={(event) => {
              event.preventDefault();
              keep.mutate();
            }}
          >
            <TextInput
              size="xs"
              flex={1}
              aria-label="Name of this search"
              placeholder="Name of this search"
              value={name}
              maxLength={120}
              error={keep.error?.message}
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <Button size="xs" type="submit" disabled={name.trim() === ''} loading={keep.isPending}>
              Save it
            </Button>
          </form>
        )}
      </Popover.Dropdown>
    </Popover>
  );
}
