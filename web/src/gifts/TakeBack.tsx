import { Button, Group, Modal, SegmentedControl, TextInput } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { GiftPageData, Placed } from '../api/answers';
import { api } from '../api/client';
import { money, today } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { problemsOf } from '../shared/useProblems';
import { amountOf, cents } from './splits';

type Way = 'back' | 'wrong';

/** Money goes back, or the amount was wrong: an entry of its own says so, and the gift stays as it was. */
export function TakeBack({ gift, onClose }: { gift: GiftPageData; onClose: () => void }) {
  const queries = useQueryClient();
  const whole = gift.left ?? gift.amount ?? '0.00';
  const [way, setWay] = useState<Way>('back');
  const [amount, setAmount] = useState(whole);
  const [date, setDate] = useState(today());
  const [reason, setReason] = useState('');
  const [problems, setProblems] = useState<Placed[]>([]);
  const isTwice = problems.some((one) => one.code === 'gift.twice');
  const change = cents(amount) === null ? null : way === 'back' ? -(cents(amount) ?? 0) : (cents(amount) ?? 0) - (cents(whole) ?? 0);
  const save = useMutation<unknown, Error>({
    mutationFn: () =>
      api.post(`supporters/${gift.supporter_id}/gifts`, {
        corrects: gift.id,
        again: isTwice,
        values: {
          'gift.date': date,
          'gift.amount': change === null ? amount : amountOf(change),
          'gift.currency': gift.currency,
          'gift.reason': reason,
        },
      }),
    onSuccess: () => {
      void queries.invalidateQueries();
      onClose();
    },
    onError: (error) => setProblems(problemsOf(error)),
  });
  const wrong = (key: string) => {
    const problem = problems.find((one) => one.place === key);
    return problem === undefined ? undefined : `${problem.reason}. ${problem.remedy}.`;
  };
  return (
    <Modal opened onClose={onClose} title={way === 'back' ? 'Take it back' : 'Correct the amount'}>
      <SegmentedControl
        fullWidth
        aria-label="What happened"
        value={way}
        onChange={(value) => setWay(value === 'wrong' ? 'wrong' : 'back')}
        data={[
          { value: 'back', label: 'Money goes back' },
          { value: 'wrong', label: 'The amount was wrong' },
        ]}
      />
      <div className="field-grid" style={{ marginTop: 12 }}>
        <TextInput
          label={way === 'back' ? 'How much goes back' : 'What it should be'}
          className="num-input"
          data-autofocus
          value={amount}
          error={wrong('gift.amount')}
          onChange={(event) => setAmount(event.currentTarget.value)}
        />
        <TextInput label="When" value={date} error={wrong('gift.date')} onChange={(event) => setDate(event.currentTarget.value)} />
        <div className="wide">
          <TextInput
            label="Why"
            placeholder="such as: check came back, charged twice, typed wrongly"
            maxLength={190}
            value={reason}
            error={wrong('gift.reason')}
            onChange={(event) => setReason(event.currentTarget.value)}
          />
        </div>
      </div>
      <p className="quiet">
        The gift of {money(gift.amount ?? '', gift.currency)} stays as it was given.
        {change !== null && ` With this it comes to ${money(amountOf((cents(whole) ?? 0) + change), gift.currency)}.`}
        {gift.splits.length > 0 && ' Each of its parts has its share of it.'}
      </p>
      <Trouble error={save.error} />
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={onClose}>
          Cancel
        </Button>
        <Button loading={save.isPending} onClick={() => save.mutate()}>
          {isTwice ? 'It happened twice: keep it' : way === 'back' ? 'Take it back' : 'Correct it'}
        </Button>
      </Group>
    </Modal>
  );
}
