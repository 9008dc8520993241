import { Button, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import type { FormField, SupporterNames } from '../api/answers';
import { api } from '../api/client';
import { SupporterPicker } from '../shared/SupporterPicker';
import { type Credit, creditsOf, writtenCredits } from './credits';

interface GiftCreditsProps {
  fields: FormField[];
  values: Record<string, string>;
  error: ReactNode;
  onChange: (values: Record<string, string>) => void;
  onLeave: () => void;
}

/** To whom a gift is credited beside its giver: the other of a couple, or whose employer matched a gift. */
export function GiftCredits({ fields, values, error, onChange, onLeave }: GiftCreditsProps) {
  const [adding, setAdding] = useState(false);
  const field = fields.find((one) => one.key === 'gift.credits');
  const credits = creditsOf(values['gift.credits'] ?? '');
  const ids = credits.map(({ supporter }) => supporter);
  const names = useQuery({
    queryKey: ['supporter names', ids],
    queryFn: () => api.get<SupporterNames>(`supporter-names?ids=${ids.join(',')}`),
    enabled: ids.length > 0,
  });
  const say = (next: Credit[]) => onChange({ 'gift.credits': writtenCredits(next) });
  if (field === undefined || (!field.edits && credits.length === 0)) {
    return null;
  }
  return (
    <div className="gift-credits" onBlur={onLeave}>
      {credits.length > 0 && <h3 className="form-part">Credited to others too</h3>}
      {credits.map((credit, at) => {
        const name = names.data?.names[String(credit.supporter)] ?? `supporter ${credit.supporter}`;
        return (
          <div key={credit.supporter} className="credit">
            <span>{name}</span>
            <TextInput
              aria-label={`How much is credited to ${name}`}
              placeholder="all of it"
              className="num-input"
              disabled={!field.edits}
              value={credit.much}
              onChange={(event) =>
                say(credits.map((one, i) => (i === at ? { ...one, much: event.currentTarget.value.replace(/[|\n]/g, '') } : one)))
              }
            />
            {field.edits && (
              <Button
                variant="subtle"
                size="compact-sm"
                aria-label={`Remove the credit of ${name}`}
                onClick={() => say(credits.filter((_, i) => i !== at))}
              >
                remove
              </Button>
            )}
          </div>
        );
      })}
      {credits.length > 0 && <p className="quiet">An amount, or a share such as 50%. It is added to nobody's giving.</p>}
      {error !== undefined && <p className="wrong">{error}</p>}
      {field.edits &&
        (adding ? (
          <SupporterPicker
            label="Who else is credited"
            autoFocus
            onPick={(one) => {
              setAdding(false);
              if (!ids.includes(one.id)) {
                say([...credits, { supporter: one.id, much: '' }]);
              }
            }}
          />
        ) : (
          <Button variant="default" size="compact-sm" onClick={() => setAdding(true)}>
            Credit it to someone else too
          </Button>
        ))}
    </div>
  );
}
