import { Autocomplete, Button, Popover, Select, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import type { FormCatalog } from '../api/answers';
import { api } from '../api/client';
import { type Asked, type Filter, STATES } from './filters';

/** Narrows the list of gifts; what someone may not see is not offered. */
export function GiftFilters({ asked, onAsk }: { asked: Asked; onAsk: (asked: Asked) => void }) {
  const [opened, setOpened] = useState(false);
  const [set, setSet] = useState(asked);
  const catalog = useQuery({ queryKey: ['forms'], queryFn: () => api.get<FormCatalog>('forms') });
  const field = (key: string) => catalog.data?.fields.find((one) => one.key === key);
  const write = (key: Filter, value: string) => setSet({ ...set, [key]: value });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setOpened(false);
    onAsk(Object.fromEntries(Object.entries(set).filter(([, value]) => value.trim() !== '')));
  };
  const words = (key: 'fund' | 'campaign' | 'appeal', label: string) =>
    field(`gift.${key}`) !== undefined && (
      <Autocomplete
        label={label}
        data={field(`gift.${key}`)?.options ?? []}
        value={set[key] ?? ''}
        comboboxProps={{ withinPortal: false }}
        onChange={(value) => write(key, value)}
      />
    );
  return (
    <Popover opened={opened} onChange={setOpened} width={460} position="bottom-end" shadow="md" trapFocus onOpen={() => setSet(asked)}>
      <Popover.Target>
        <Button variant="default" size="compact-sm" onClick={() => setOpened(!opened)}>
          Narrow down
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <form onSubmit={submit}>
          <div className="field-grid">
            {field('gift.date') !== undefined && (
              <>
                <TextInput
                  label="Given from"
                  type="date"
                  value={set.from ?? ''}
                  onChange={(event) => write('from', event.currentTarget.value)}
                />
                <TextInput
                  label="Given until"
                  type="date"
                  value={set.to ?? ''}
                  onChange={(event) => write('to', event.currentTarget.value)}
                />
              </>
            )}
            {field('gift.amount') !== undefined && (
              <>
                <TextInput label="At least" value={set.least ?? ''} onChange={(event) => write('least', event.currentTarget.value)} />
                <TextInput label="At most" value={set.most ?? ''} onChange={(event) => write('most', event.currentTarget.value)} />
              </>
            )}
            {words('fund', 'Fund')}
            {field('gift.kind') !== undefined && (
              <Select
                label="Kind"
                clearable
                data={field('gift.kind')?.options ?? []}
                value={set.kind ?? null}
                comboboxProps={{ withinPortal: false }}
                onChange={(value) => write('kind', value ?? '')}
              />
            )}
            {words('campaign', 'Campaign')}
            {words('appeal', 'Appeal')}
            {field('gift.amount') !== undefined && (
              <Select
                label="What became of them"
                clearable
                data={STATES.map(({ value, label }) => ({ value, label }))}
                value={set.status ?? null}
                comboboxProps={{ withinPortal: false }}
                onChange={(value) => write('status', value ?? '')}
              />
            )}
          </div>
          <div className="also" style={{ marginTop: 12 }}>
            <Button type="submit">Show these</Button>
            <Button
              variant="default"
              onClick={() => {
                setOpened(false);
                onAsk({});
              }}
            >
              All gifts
            </Button>
          </div>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
