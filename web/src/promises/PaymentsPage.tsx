import { Button, Select } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { UnattachedList, UnattachedPayment } from '../api/answers';
import { api } from '../api/client';
import { counted, money } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Of } from '../shared/Of';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';

/** Gifts that pay a promise, and nobody said which: each with those that it may pay. */
export function PaymentsPage() {
  const [page, setPage] = useState(1);
  const found = useQuery({ queryKey: ['unattached', page], queryFn: () => api.get<UnattachedList>(`unattached-payments?page=${page}`) });
  const { data } = found;
  return (
    <>
      <TitleLine title="Payments of an unknown promise">
        {data !== undefined && counted(data.total, 'gift')}, called a pledge payment or a recurring installment
      </TitleLine>
      <Trouble error={found.error} />
      <div className="panes">
        <Pane title="Which promise does it pay?" note="the latest first">
          <div className="pane-body" tabIndex={0}>
            {data?.payments.length === 0 && <Empty title="Every payment has its promise" />}
            {(data?.payments.length ?? 0) > 0 && (
              <table className="rows">
                <thead>
                  <tr>
                    <th style={{ width: 104 }}>Gift of</th>
                    <th className="num" style={{ width: 112 }}>
                      Amount
                    </th>
                    <th style={{ width: '24%' }}>Supporter</th>
                    <th style={{ width: 168 }}>Kind, fund</th>
                    <th>It pays</th>
                  </tr>
                </thead>
                <tbody>
                  {data?.payments.map((one) => (
                    <Payment key={one.id} payment={one} />
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Pager page={page} pages={data?.pages ?? 1} onPage={setPage} />
        <Button variant="default" component={Link} to="/promises">
          Promises
        </Button>
      </div>
    </>
  );
}

function Payment({ payment }: { payment: UnattachedPayment }) {
  const queries = useQueryClient();
  const only = payment.promises.length === 1 ? String(payment.promises[0]?.id) : null;
  const [chosen, setChosen] = useState<string | null>(only);
  const attach = useMutation<unknown, Error>({
    mutationFn: () => api.put(`supporters/${payment.supporter_id}/gifts/${payment.id}`, { values: { 'gift.promise': chosen }, base: {} }),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <tr>
      <td>
        <Link to={`/gifts/${payment.id}`}>{payment.given_on}</Link>
      </td>
      <td className="num">{money(payment.amount, payment.currency)}</td>
      <td>
        <Link to={`/supporters/${payment.supporter_id}`}>{payment.supporter}</Link>
      </td>
      <td>
        {payment.kind}
        <div className="quiet">{payment.fund}</div>
      </td>
      <td>
        {payment.promises.length === 0 ? (
          <span className="quiet">No promise of theirs that it can pay. Add one on their page, or give the gift another kind.</span>
        ) : (
          <div className="also">
            <Select
              size="xs"
              style={{ flex: 1 }}
              aria-label={`Promise that the gift of ${payment.given_on} pays`}
              placeholder="choose"
              data={payment.promises.map(({ id, label }) => ({ value: String(id), label }))}
              value={chosen}
              onChange={setChosen}
            />
            <Button size="compact-sm" disabled={chosen === null} loading={attach.isPending} onClick={() => attach.mutate()}>
              It pays this
              <Of what={`: the gift of ${payment.given_on}`} />
            </Button>
          </div>
        )}
        <Trouble error={attach.error} />
      </td>
    </tr>
  );
}
