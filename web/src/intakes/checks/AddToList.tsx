import { Button, Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { Catalog } from '../../api/types';
import { Trouble } from '../../shared/Notice';
import { useIntakeAction } from '../queries';

/** A value that the pick list does not know: added to the list, or kept as another spelling of one of its values, for this file and all that come later. */
export function AddToList({ field, value, intake }: { field: string; value: string; intake: number }) {
  const [means, setMeans] = useState(false);
  const catalog = useQuery({ queryKey: ['fields'], queryFn: () => api.get<Catalog>('fields'), enabled: means });
  // "gift.2.fund" is the field "gift.fund".
  const base = field.replace(/\.(\d+|home|work|mailing|seasonal|other|mobile|fax)(?=\.)/, '');
  const add = useIntakeAction(intake, (of: string | null) => api.post(`fields/${base}/list/values`, { value, means: of }));
  return (
    <div className="also">
      <Button variant="default" size="compact-xs" loading={add.isPending} onClick={() => add.mutate(null)}>
        Add it to the list
      </Button>
      {means ? (
        <Select
          aria-label={`${value} means`}
          size="xs"
          w={160}
          placeholder="means …"
          searchable
          autoFocus
          data={catalog.data?.fields.find((one) => one.key === base)?.options ?? []}
          onChange={(of) => of !== null && add.mutate(of)}
        />
      ) : (
        <button type="button" className="plain-button" onClick={() => setMeans(true)}>
          it means one of the list
        </button>
      )}
      <Trouble error={add.error} />
    </div>
  );
}
