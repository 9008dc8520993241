import { Button, Popover, Select } from '@mantine/core';
import { useState } from 'react';
import { Of } from '../Of';
import { type ListView, usual } from './useListView';

/** Which columns a list has, in which order, and how many of the first stay in sight. */
export function ColumnsMenu({ list: { choices, shown, view, first, change } }: { list: ListView }) {
  const [open, setOpen] = useState(false);
  const widths = new Map(view.columns.map((column) => [column.key, column.width]));
  const keep = (keys: string[]) => change({ ...view, columns: keys.map((key) => ({ key, width: widths.get(key) ?? null })) });
  const keys = shown.map((column) => column.key);
  const move = (at: number, by: number) => {
    const next = [...keys];
    const [moved = ''] = next.splice(at, 1);
    next.splice(at + by, 0, moved);
    keep(next);
  };
  const groups = [...new Set(choices.map((column) => column.group))];
  return (
    <Popover opened={open} onChange={setOpen} position="bottom-end" width={330} trapFocus returnFocus>
      <Popover.Target>
        <Button size="compact-sm" variant="default" onClick={() => setOpen(!open)}>
          Columns
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <div style={{ maxHeight: 320, overflow: 'auto' }}>
          {shown.map((column, at) => (
            <div key={column.key} className="line" style={{ display: 'flex', gap: 10, alignItems: 'center' }}>
              <span style={{ flex: 1 }}>{column.label}</span>
              <button type="button" className="plain-button" disabled={at === 0} onClick={() => move(at, -1)}>
                up
                <Of what={column.label} />
              </button>
              <button type="button" className="plain-button" disabled={at === shown.length - 1} onClick={() => move(at, 1)}>
                down
                <Of what={column.label} />
              </button>
              <button
                type="button"
                className="plain-button"
                disabled={shown.length === 1}
                onClick={() => keep(keys.filter((key) => key !== column.key))}
              >
                out
                <Of what={column.label} />
              </button>
            </div>
          ))}
        </div>
        <Select
          mt={8}
          size="xs"
          aria-label="Another column"
          placeholder="another column"
          searchable
          comboboxProps={{ withinPortal: false }}
          data={groups
            .map((group) => ({
              group,
              items: choices
                .filter((column) => column.group === group && !keys.includes(column.key))
                .map((column) => ({ value: column.key, label: column.label })),
            }))
            .filter((group) => group.items.length > 0)}
          value={null}
          onChange={(key) => key !== null && keep([...keys, key])}
        />
        <Select
          mt={8}
          size="xs"
          label="Stay in sight when the list is moved sideways"
          comboboxProps={{ withinPortal: false }}
          data={[
            { value: '1', label: first.label },
            { value: '2', label: 'the first two columns' },
            { value: '3', label: 'the first three columns' },
          ]}
          value={String(Math.min(3, view.fixed))}
          allowDeselect={false}
          onChange={(fixed) =>
            change({
              ...view,
              columns: view.columns.length > 0 ? view.columns : keys.map((key) => ({ key, width: null })),
              fixed: Number(fixed ?? 1),
            })
          }
        />
        {view.columns.length > 0 && (
          <Button mt={8} size="compact-xs" variant="subtle" color="pine" onClick={() => change(usual)}>
            The usual columns
          </Button>
        )}
      </Popover.Dropdown>
    </Popover>
  );
}
