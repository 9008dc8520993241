import { ActionIcon, Button, Checkbox, Group, Popover } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';

/** Which fields one reviews by, and in what order: kept for this person. */
export function ReviewFields({ all, chosen }: { all: { column: string; label: string }[]; chosen: string[] }) {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [draft, setDraft] = useState<string[]>(chosen);
  const keep = useMutation({
    mutationFn: (fields: string[]) => api.put('duplicates/fields', { fields }),
    onSuccess: () => {
      setOpen(false);
      void queries.invalidateQueries({ queryKey: ['duplicates'] });
    },
  });
  const label = (column: string): string => all.find((field) => field.column === column)?.label ?? column;
  const move = (at: number, by: number) => {
    const moved = [...draft];
    const [column] = moved.splice(at, 1);
    moved.splice(at + by, 0, column ?? '');
    setDraft(moved);
  };
  return (
    <Popover opened={open} onChange={setOpen} width={320} position="bottom-end" trapFocus>
      <Popover.Target>
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => {
            setDraft(chosen);
            setOpen(!open);
          }}
        >
          Fields
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <Trouble error={keep.error} />
        <div className="field-picks" tabIndex={0} role="group" aria-label="Fields to review by">
          {draft.map((column, at) => (
            <Group key={column} wrap="nowrap" gap={4} justify="space-between">
              <Checkbox size="xs" label={label(column)} checked onChange={() => setDraft(draft.filter((one) => one !== column))} />
              <span>
                <ActionIcon
                  size="sm"
                  variant="subtle"
                  color="gray"
                  aria-label={`${label(column)} further up`}
                  disabled={at === 0}
                  onClick={() => move(at, -1)}
                >
                  ↑
                </ActionIcon>
                <ActionIcon
                  size="sm"
                  variant="subtle"
                  color="gray"
                  aria-label={`${label(column)} further down`}
                  disabled={at === draft.length - 1}
                  onClick={() => move(at, 1)}
                >
                  ↓
                </ActionIcon>
              </span>
            </Group>
          ))}
          {all
            .filter((field) => !draft.includes(field.column))
            .map((field) => (
              <Checkbox
                key={field.column}
                size="xs"
                label={field.label}
                checked={false}
                onChange={() => setDraft([...draft, field.column])}
              />
            ))}
        </div>
        <Group justify="space-between" mt={8}>
          <Button size="compact-sm" variant="subtle" color="pine" onClick={() => keep.mutate([])}>
            All fields
          </Button>
          <Button size="compact-sm" disabled={draft.length === 0} loading={keep.isPending} onClick={() => keep.mutate(draft)}>
            Save
          </Button>
        </Group>
      </Popover.Dropdown>
    </Popover>
  );
}
