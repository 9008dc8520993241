import { Button, MultiSelect, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/client';
import type { Catalog } from '../api/types';
import { TitleLine } from '../shared/TitleLine';
import { counted, moment } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { columnChoices } from './columns';
import { Sure } from '../shared/Sure';
import type { GridLayouts, MadeGrid } from '../api/answers';
import type { IntakeList } from '../api/answers';

/** Where a grid is begun: with the columns of a kept layout, or others; and the grids that wait to be finished. */
export function EntryPage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const layouts = useQuery({ queryKey: ['layouts'], queryFn: () => api.get<GridLayouts>('layouts') });
  const catalog = useQuery({ queryKey: ['fields'], queryFn: () => api.get<Catalog>('fields') });
  const intakes = useQuery({ queryKey: ['intakes'], queryFn: () => api.get<IntakeList>('intakes') });
  const [columns, setColumns] = useState<string[]>([]);
  const [name, setName] = useState('');
  const [layout, setLayout] = useState('');
  const begin = useMutation({
    mutationFn: (chosen: string[]) =>
      api.post<MadeGrid>('grids', {
        name: name.trim() === '' ? `Typed in on ${new Date().toLocaleDateString('en-CA')}` : name.trim(),
        columns: chosen,
      }),
    onSuccess: (grid) => void navigate(`/entry/${grid.id}`),
  });
  const keep = useMutation({
    mutationFn: () => api.post<GridLayouts>('layouts', { name: layout.trim(), columns }),
    onSuccess: (answer) => {
      queries.setQueryData(['layouts'], answer);
      setLayout('');
    },
  });
  const forget = useMutation({
    mutationFn: (id: number) => api.delete<GridLayouts>(`layouts/${id}`),
    onSuccess: (answer) => queries.setQueryData(['layouts'], answer),
  });
  const open = intakes.data?.intakes.filter((intake) => intake.state === 'typing' && intake.may_change) ?? [];
  const label = (key: string) => catalog.data?.fields.find((field) => field.key === key)?.label ?? key;
  return (
    <>
      <TitleLine title="Type in">rows typed or pasted as in a spreadsheet, checked as you write</TitleLine>
      <Trouble error={begin.error ?? keep.error ?? layouts.error} />
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1.3fr) minmax(0, 1fr)' }}>
        <Pane title="Start a grid">
          <div className="pane-body form" tabIndex={0}>
            <TextInput
              label="Name"
              placeholder="Checks of the day"
              value={name}
              maxLength={190}
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <MultiSelect
              label="Columns, in this order"
              placeholder={columns.length === 0 ? 'fields of supporters, of gifts, or both' : ''}
              searchable
              clearable
              data={columnChoices(catalog.data)}
              value={columns}
              onChange={setColumns}
              maxDropdownHeight={300}
            />
            <p className="quiet">
              With "Number in Pine Sieve" as a column you look supporters up by name; rows without one are matched like those of any file.
            </p>
            <div className="inline-form">
              <Button disabled={columns.length === 0} loading={begin.isPending} onClick={() => begin.mutate(columns)}>
                Start typing
              </Button>
              <TextInput
                aria-label="Name of the layout"
                placeholder="name of a layout"
                value={layout}
                onChange={(event) => setLayout(event.currentTarget.value)}
              />
              <Button
                variant="default"
                disabled={columns.length === 0 || layout.trim() === ''}
                loading={keep.isPending}
                onClick={() => keep.mutate()}
              >
                Save these columns
              </Button>
            </div>
            <h3 className="section">Layouts</h3>
            {layouts.data?.layouts.length === 0 && <p className="quiet">None is saved yet.</p>}
            {layouts.data?.layouts.map((one) => (
              <div key={one.id} className="boxed">
                <div className="also">
                  <b>{one.name}</b>
                  <Button size="compact-sm" variant="default" onClick={() => begin.mutate(one.columns)}>
                    Start with it
                  </Button>
                  <Button size="compact-sm" variant="subtle" color="pine" onClick={() => setColumns(one.columns)}>
                    Change its columns
                  </Button>
                  <Sure
                    ask={`Delete the layout "${one.name}"?`}
                    yes="Delete the layout"
                    onSure={() => forget.mutate(one.id)}
                    button={(open) => (
                      <button type="button" className="plain-button" aria-label={`Delete ${one.name}`} onClick={open}>
                        delete
                      </button>
                    )}
                  >
                    It is gone for everyone. Grids that were started with it stay as they are.
                  </Sure>
                </div>
                <span className="quiet">{one.columns.map(label).join(', ')}</span>
              </div>
            ))}
          </div>
        </Pane>
        <Pane title="Not finished" note={counted(open.length, 'grid')}>
          <div className="pane-body" tabIndex={0}>
            {open.length === 0 && (
              <Empty title="No grid is waiting">
                <p>What you type is kept as you go; a grid that you leave waits here.</p>
              </Empty>
            )}
            <ul className="list">
              {open.map((grid) => (
                <li key={grid.id} className="still">
                  <Link to={`/entry/${grid.id}`}>{grid.name}</Link>{' '}
                  <span className="quiet">
                    {counted(grid.rows, 'row')}, begun {moment(grid.created_at)}
                    {grid.by !== null && ` by ${grid.by}`}
                  </span>
                </li>
              ))}
            </ul>
          </div>
        </Pane>
      </div>
    </>
  );
}
