import { Button, Radio, Select } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { StandardsFrame } from './StandardsFrame';
import type { HomeView } from '../api/answers';

type Home = Pick<HomeView, 'currency' | 'country' | 'dates'>;

const examples: Record<string, string> = { mdy: '11/5/2026 is November 5', dmy: '11/5/2026 is May 11', ymd: '2026/11/5 is November 5' };

/** What is meant where nothing else is said: currency, country, order of dates. */
export function OrganizationPage() {
  const queries = useQueryClient();
  const view = useQuery({ queryKey: ['organization'], queryFn: () => api.get<HomeView>('organization') });
  const [draft, setDraft] = useState<Partial<Home>>({});
  const save = useMutation({
    mutationFn: (home: Home) => api.put<HomeView>('organization', home),
    onSuccess: (answer) => {
      queries.setQueryData(['organization'], answer);
      setDraft({});
      void queries.invalidateQueries();
    },
  });
  const data = view.data;
  const home =
    data === undefined
      ? null
      : { currency: draft.currency ?? data.currency, country: draft.country ?? data.country, dates: draft.dates ?? data.dates };
  return (
    <StandardsFrame about="what is meant where a file or a form says nothing else">
      <Trouble error={view.error ?? save.error} />
      <div className="panes">
        <Pane title="Your organization">
          {home !== null && data !== undefined && (
            <div className="pane-body form" style={{ maxWidth: 560 }}>
              <Select
                label="Currency"
                description="Gifts in another currency keep it, and are added up apart. Changing this converts nothing."
                searchable
                allowDeselect={false}
                data={data.currencies}
                value={home.currency}
                onChange={(currency) => currency !== null && setDraft({ ...draft, currency })}
              />
              <Select
                label="Country"
                description="Of addresses and phone numbers that name none"
                searchable
                allowDeselect={false}
                data={data.countries}
                value={home.country}
                onChange={(country) => country !== null && setDraft({ ...draft, country })}
              />
              <Radio.Group
                label="Dates you type by hand"
                description="In a file you are still asked where a date can be read two ways"
                value={home.dates}
                onChange={(dates) => setDraft({ ...draft, dates })}
              >
                {data.orders.map((order) => (
                  <Radio key={order.value} mt="xs" value={order.value} label={`${order.label}: ${examples[order.value] ?? ''}`} />
                ))}
              </Radio.Group>
              {save.isSuccess && Object.keys(draft).length === 0 && (
                <p role="status">Saved. Intakes that wait to be loaded are being worked out again.</p>
              )}
            </div>
          )}
        </Pane>
      </div>
      <div className="foot">
        <Button
          disabled={home === null || Object.keys(draft).length === 0}
          loading={save.isPending}
          onClick={() => home !== null && save.mutate(home)}
        >
          Save
        </Button>
        {Object.keys(draft).length > 0 && (
          <Button variant="subtle" color="pine" onClick={() => setDraft({})}>
            Discard the changes
          </Button>
        )}
      </div>
    </StandardsFrame>
  );
}
