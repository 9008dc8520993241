import { Button, Modal, Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { memo } from 'react';
import type { FormField, RecognitionCard } from '../api/answers';
import { api } from '../api/client';
import { GiftFields } from '../gifts/GiftFields';
import type { Typing } from './useTyping';

interface RestOfGiftProps {
  isOpen: boolean;
  typing: Typing;
  fields: FormField[];
  onClose: () => void;
}

/**
 * What a gift may have beyond its row. It is kept with the row.
 * It is made with the page, at work, and only shown later: neither are twenty fields made while someone waits, nor what each of
 * them does once it is there. Until then it follows no key.
 */
export const RestOfGift = memo(
  Rest,
  (before, next) => !before.isOpen && !next.isOpen && before.fields === next.fields && before.typing.typed.id === next.typing.typed.id,
);

function Rest({ isOpen, typing, fields, onClose }: RestOfGiftProps) {
  const id = typing.typed.supporter?.id;
  const who = useQuery({
    queryKey: ['who', id],
    queryFn: () => api.get<RecognitionCard>(`batch-supporters/${id}`),
    enabled: isOpen && id !== undefined,
  });
  const promises = who.data?.promises ?? [];
  const pays = typing.typed.values['gift.promise'] ?? '';
  return (
    <Modal opened={isOpen} keepMounted keepMountedMode="display-none" onClose={onClose} title="Rest of the gift" size={760}>
      {(promises.length > 0 || pays !== '') && (
        <Select
          label="Pays"
          data-autofocus
          placeholder="no promise: it is a gift by itself"
          clearable
          data={promises.map((one) => ({ value: String(one.id), label: one.label }))}
          value={pays === '' ? null : pays}
          error={typing.problems.find((problem) => problem.place === 'gift.promise.id')?.reason}
          onChange={(chosen) => typing.write({ 'gift.promise': chosen ?? '' })}
          onBlur={typing.look}
        />
      )}
      <GiftFields
        fields={fields}
        isRest
        values={typing.typed.values}
        error={(key) => typing.problems.find((problem) => problem.place === key)?.reason}
        onChange={typing.write}
        onLeave={typing.look}
      />
      <div className="also" style={{ marginTop: 16 }}>
        <Button onClick={onClose}>Back to the row</Button>
      </div>
    </Modal>
  );
}
