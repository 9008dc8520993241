import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { api } from '../../api/client';
import type { Proof } from '../../api/types';
import { count, counted, hasMoney } from '../../shared/format';
import { Empty, Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { isLoaded, useIntakeAction, useThisIntake } from '../queries';
import { Money, Rows } from './Equations';
import { Undo } from './Undo';
import { Untaken } from './Untaken';
import { UndoneReport } from './UndoneReport';

const isOneCurrency = (proof: Proof): boolean => Object.keys(proof.source_amounts).length < 2;

/** The reconciliation: every row and every dollar of the file is somewhere, once. */
export function ProofStage() {
  const intake = useThisIntake();
  const mayLoad = intake.may_change;
  const navigate = useNavigate();
  const proof = useQuery({
    queryKey: ['intake', String(intake.id), 'proof'],
    queryFn: () => api.get<Proof>(`intakes/${intake.id}/proof`),
    enabled: isLoaded(intake),
  });
  const redo = useIntakeAction(intake.id, () => api.post(`intakes/${intake.id}/redo`));
  if (!isLoaded(intake)) {
    return (
      <div className="panes">
        <Pane>
          <Empty title="There is nothing to prove yet">
            <p>When this intake is loaded, its rows and its money are added up here.</p>
            <Button onClick={() => void navigate(`/intakes/${intake.id}/load`)}>Go to the load</Button>
          </Empty>
        </Pane>
      </div>
    );
  }
  const data = proof.data;
  if (data === undefined) {
    return <Trouble error={proof.error} />;
  }
  const stamp = data.balanced ? <span className="pill">balances</span> : <span className="pill held">does not balance</span>;
  return (
    <>
      <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1.64fr) minmax(0, 1fr)' }}>
        <div style={{ display: 'grid', gridTemplateRows: 'auto auto minmax(0, 1fr)', gap: 12, minHeight: 0 }}>
          <Pane title="Every row" note={stamp}>
            <Rows
              proof={data}
              onPick={(outcome) =>
                void navigate(
                  outcome === 'held' || outcome === 'left_out'
                    ? `/intakes/${intake.id}/load`
                    : `/intakes/${intake.id}/records?outcome=${outcome}`,
                )
              }
            />
            <Untaken intake={intake} proof={data} />
            {Object.values(intake.verified).some((n) => n > 0) && (
              <p className="quiet" style={{ margin: '0 18px 12px' }}>
                Addresses: {count(intake.verified.confirmed)} confirmed, {count(intake.verified.question)} with a question,{' '}
                {count(intake.verified.not_found)} not found, {count(intake.verified.not_asked)} not asked.
              </p>
            )}
          </Pane>
          <Pane title={isOneCurrency(data) ? 'All the money' : 'All the money, by currency'} note={stamp}>
            <Money proof={data} small={hasMoney(data.money.there) || hasMoney(data.money.promised)} />
            {data.faults.length > 0 && (
              <p className="trouble" style={{ margin: '0 14px 12px' }}>
                {data.faults.join(' ')} Undo this intake and load it again; if it still does not balance, keep the file and tell whoever
                runs Pine Sieve.
              </p>
            )}
          </Pane>
          {intake.state === 'undone' && data.undo_report !== null ? (
            <UndoneReport report={data.undo_report} />
          ) : (
            <Pane
              title="What was written"
              note={`${counted(data.supporters.created, 'supporter')} made, ${count(data.supporters.updated)} updated${intake.replanned > 0 ? `; ${counted(intake.replanned, 'row was', 'rows were')} planned again because the database had moved` : ''}`}
            >
              <div className="pane-body" tabIndex={0}>
                <table className="rows">
                  <thead>
                    <tr>
                      <th>Field</th>
                      <th className="num">new</th>
                      <th className="num">blank filled</th>
                      <th className="num">replaced</th>
                    </tr>
                  </thead>
                  <tbody>
                    {data.written.map((line) => (
                      <tr key={line.subject}>
                        <td>{line.subject}</td>
                        <td className="num">{count(line.made)}</td>
                        <td className="num">{count(line.filled)}</td>
                        <td className="num">{count(line.replaced)}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
                {data.written.length === 0 && (
                  <p className="empty">
                    Nothing was written: {data.outcomes.held === data.rows ? 'every row is held' : 'the database knew all of it already'}.
                  </p>
                )}
              </div>
            </Pane>
          )}
        </div>
        <div style={{ display: 'grid', gridTemplateRows: 'minmax(0, 1fr) auto', gap: 12, minHeight: 0 }}>
          <Pane title="Held, by reason" note={counted(data.outcomes.held, 'row')}>
            <div className="pane-body" tabIndex={0}>
              {data.outcomes.held === 0 && <p className="empty">No row was held.</p>}
              <table className="rows">
                <tbody>
                  {data.held_by_reason.map((reason) => (
                    <tr key={`${reason.code}${reason.field}`}>
                      <td className="num" style={{ width: 48, color: 'var(--resin-text)', fontWeight: 600 }}>
                        {count(reason.rows)}
                      </td>
                      <td>
                        {reason.reason}
                        {reason.rows > 1 && reason.example !== '' && <div className="quiet">and others of the kind</div>}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            {data.passed.length > 0 && (
              <div className="pane-note">
                <b>Let pass by an administrator</b>
                {data.passed.map((one) => (
                  <div key={one.number}>
                    <Link to={`/intakes/${intake.id}/rows/${one.number}`}>row {one.number}</Link>{' '}
                    <span className="quiet">
                      {one.reason}, {one.by}
                    </span>
                  </div>
                ))}
              </div>
            )}
            {data.outcomes.held > 0 && (
              <div style={{ padding: '8px 14px', borderTop: '1px solid var(--line)' }}>
                <Button component="a" href={`/api/intakes/${intake.id}/held.csv`} variant="default" download>
                  Download with reasons
                </Button>
                <Button variant="subtle" color="pine" ml={8} onClick={() => void navigate('/held')}>
                  Work them off
                </Button>
              </div>
            )}
          </Pane>
          <Pane title="A few to look at" note="chosen across the file">
            <table className="rows">
              <tbody>
                {data.sample.map((row) => (
                  <tr key={row.number}>
                    <td>{intake.state === 'undone' ? row.display : <Link to={`/supporters/${row.supporter_id}`}>{row.display}</Link>}</td>
                    <td className="quiet" style={{ width: 86 }}>
                      <Link to={`/intakes/${intake.id}/rows/${row.number}`}>row {row.number}</Link>
                    </td>
                    <td style={{ width: 88 }}>
                      <span className="pill idle">{row.outcome}</span>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {data.sample.length === 0 && <p className="empty">Nothing was new or updated.</p>}
          </Pane>
        </div>
      </div>
      <div className="foot">
        <Button onClick={() => void navigate(`/intakes/${intake.id}/records?outcome=new`)}>Everything this intake touched</Button>
        {data.gifts.created > 0 && intake.state === 'loaded' && (
          <Button variant="default" onClick={() => void navigate(`/gifts?intake=${intake.id}`)}>
            Its {counted(data.gifts.created, 'gift')}
          </Button>
        )}
        {data.in_batch.gifts > 0 && intake.settings.batch !== null && (
          <Button variant="default" onClick={() => void navigate(`/batches/${intake.settings.batch}`)}>
            {counted(data.in_batch.gifts, 'gift')} in the batch
          </Button>
        )}
        {intake.state === 'loaded' && (
          <Button variant="default" onClick={() => void navigate(`/supporters?intake=${intake.id}`)}>
            As a list of supporters
          </Button>
        )}
        <Button variant="default" component="a" href={`/api/intakes/${intake.id}/file`} download>
          Original file
        </Button>
        {mayLoad && intake.state === 'loaded' && <Undo intake={intake} />}
        {mayLoad && data.can_redo && (
          <Button variant="subtle" color="brick" loading={redo.isPending} onClick={() => redo.mutate(undefined)}>
            Take the undo back
          </Button>
        )}
        <Trouble error={redo.error} />
      </div>
    </>
  );
}
