import { Button, Input } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { SupporterNames } from '../api/answers';
import { api } from '../api/client';
import { SupporterPicker } from '../shared/SupporterPicker';

interface GiftHonoredProps {
  values: Record<string, string>;
  mayEdit: boolean;
  onChange: (values: Record<string, string>) => void;
}

/** Whom a gift honors or remembers, where that is one of the supporters. */
export function GiftHonored({ values, mayEdit, onChange }: GiftHonoredProps) {
  const id = values['gift.honored'] ?? '';
  // Whoever has just chosen goes on from there.
  const [isChosen, setChosen] = useState(false);
  const names = useQuery({
    queryKey: ['supporter names', [id]],
    queryFn: () => api.get<SupporterNames>(`supporter-names?ids=${id}`),
    enabled: id !== '',
  });
  if (id === '') {
    return mayEdit ? (
      <Input.Wrapper label="or one of the supporters" labelElement="div">
        <SupporterPicker
          label="Supporter whom it honors or remembers"
          size="sm"
          onPick={(one) => {
            setChosen(true);
            onChange({ 'gift.honored': String(one.id), 'gift.tribute': values['gift.tribute'] || one.name });
          }}
        />
      </Input.Wrapper>
    ) : null;
  }
  return (
    <Input.Wrapper label="who is this supporter" labelElement="div">
      <div className="also">
        <span>{names.data?.names[id] ?? id}</span>
        {mayEdit && (
          <Button variant="subtle" size="compact-sm" autoFocus={isChosen} onClick={() => onChange({ 'gift.honored': '' })}>
            remove
          </Button>
        )}
      </div>
    </Input.Wrapper>
  );
}
