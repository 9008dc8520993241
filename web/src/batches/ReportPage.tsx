import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import type { BatchPageData, Slice } from '../api/answers';
import { api } from '../api/client';
import { count, moment, money } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { TitleLine } from '../shared/TitleLine';
import { how, stateOf } from './batch';
import { Sums } from './Sums';

/** A batch as it is put on a desk: what was expected and entered, by fund, kind and appeal, each gift, and who did what. */
export function ReportPage() {
  const { id } = useParams();
  const found = useQuery({ queryKey: ['batch', Number(id)], queryFn: () => api.get<BatchPageData>(`batches/${id}`) });
  const page = found.data;
  if (page === undefined) {
    return (
      <>
        <TitleLine title="Report of a batch" />
        <Trouble error={found.error} />
      </>
    );
  }
  const { batch, entries } = page;
  const sums = (title: string, slices: Slice[], none: string) => (
    <Pane title={title} label={title}>
      <div className="pane-body" tabIndex={0}>
        <table className="rows">
          <tbody>
            {slices.map((slice) => (
              <tr key={slice.name}>
                <td>{slice.name === '' ? none : slice.name}</td>
                <td className="num" style={{ width: 60 }}>
                  {count(slice.gifts)}
                </td>
                <td className="num" style={{ width: 120 }}>
                  {money(slice.amount, batch.currency)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Pane>
  );
  return (
    <>
      <TitleLine title={`Report: ${batch.name}`}>
        {[stateOf(batch), `came in on ${batch.received_on}`, batch.bank_reference === '' ? '' : `bank reference ${batch.bank_reference}`]
          .filter((part) => part !== '')
          .join('; ')}
      </TitleLine>
      <Sums page={page} withTypists />
      <div className="panes report" style={{ gridTemplateColumns: 'minmax(0, 1.7fr) minmax(0, 1fr)' }}>
        <Pane title="Gifts">
          <div className="pane-body" tabIndex={0}>
            <table className="rows">
              <thead>
                <tr>
                  <th className="num" style={{ width: 68 }} aria-label="Row" />
                  <th>Supporter</th>
                  <th className="num" style={{ width: 120 }}>
                    Amount
                  </th>
                  <th>Fund</th>
                  <th>How</th>
                  <th style={{ width: 100 }}>Date</th>
                </tr>
              </thead>
              <tbody>
                {entries.map((entry, i) => (
                  <tr key={entry.id}>
                    <td className="quiet num">{i + 1}</td>
                    <td>
                      <Link to={`/supporters/${entry.supporter_id}`}>{entry.supporter}</Link>
                    </td>
                    <td className="num">{money(entry.values['gift.amount'] ?? '', batch.currency)}</td>
                    <td>{entry.values['gift.fund']}</td>
                    <td>{how(entry.values)}</td>
                    <td>{entry.values['gift.date']}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Pane>
        <div className="stack">
          {sums('By fund', page.by_fund, 'no fund')}
          {sums('By kind', page.by_kind, 'no kind')}
          {sums('By appeal', page.by_appeal, 'no appeal')}
          {page.history.length > 0 && (
            <Pane title="What was done to it">
              <ul className="list">
                {page.history.map((deed, i) => (
                  <li key={i} className="still">
                    {deed.what}
                    <span className="quiet">
                      {' '}
                      {deed.by ?? 'by command'}, {moment(deed.at)}
                    </span>
                  </li>
                ))}
              </ul>
            </Pane>
          )}
        </div>
      </div>
      <div className="foot">
        <Button component="a" href={`/api/batches/${batch.id}/report.pdf`}>
          Download as PDF
        </Button>
        <Button variant="default" component={Link} to={`/batches/${batch.id}`}>
          Back to the batch
        </Button>
      </div>
    </>
  );
}
