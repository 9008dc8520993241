import { Button } from '@mantine/core';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import type { BatchList } from '../api/answers';
import { Chips } from '../shared/Chips';
import { counted } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pager } from '../shared/Pager';
import { Pane } from '../shared/Pane';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { AboutBatch } from './AboutBatch';
import { AskedOfBatches } from './AskedOfBatches';
import { ColumnsMenu } from '../shared/list/ColumnsMenu';
import { ListTable } from '../shared/list/ListTable';
import { useListView } from '../shared/list/useListView';
import { SearchField } from '../shared/SearchField';
import { useSearch } from '../shared/useSearch';
import { cell, WIDTHS } from './columns';

/** All batches: those that wait for someone first. */
export function BatchesPage() {
  const may = useMay();
  const navigate = useNavigate();
  const [asked, setAsked] = useSearchParams();
  const [opening, setOpening] = useState(false);
  const [asking, setAsking] = useState(false);
  const state = asked.get('state') ?? '';
  const list = useListView('batches');
  const { text, search, page, setPage, found } = useSearch<BatchList>(
    'batches',
    `${state === '' ? '' : `&state=${state}`}${list.shape}`,
    list.isKnown,
  );
  return (
    <>
      <TitleLine title="Batches">gifts that came in together, entered and checked together</TitleLine>
      <div className="panes">
        <Pane
          title={
            <div className="sentence">
              <SearchField label="Search batches" hint="Name, bank reference or reason" value={text} onSearch={search} />
              <Chips
                label="Which batches"
                value={state}
                onChange={(next) => {
                  setPage(1);
                  setAsked(next === '' ? {} : { state: next }, { replace: true });
                }}
                options={[
                  { value: '', text: 'all' },
                  { value: 'open', text: 'open' },
                  { value: 'ready', text: 'ready to post' },
                  { value: 'posted', text: 'posted' },
                ]}
              />
            </div>
          }
          note={found.data !== undefined && counted(found.data.total, 'batch', 'batches')}
          right={
            <div className="pane-controls">
              {may.administer && (
                <Button size="compact-sm" variant="default" onClick={() => setAsking(true)}>
                  What is asked of batches
                </Button>
              )}
              {list.isKnown && <ColumnsMenu list={list} />}
            </div>
          }
        >
          <Trouble error={found.error ?? list.error} />
          {found.data?.total === 0 ? (
            <div className="pane-body" tabIndex={0}>
              <Empty
                title={
                  text !== ''
                    ? 'No batch is found'
                    : state === ''
                      ? 'No batch yet'
                      : `No batch is ${state === 'ready' ? 'ready to post' : state}`
                }
              >
                <p>Open one for the checks of a day, and type them in: nothing counts as given until the batch is posted.</p>
              </Empty>
            </div>
          ) : (
            found.data !== undefined && (
              <ListTable
                list={list}
                rows={found.data.batches}
                total={found.data.total}
                widths={WIDTHS}
                cell={cell}
                nameOf={(batch) => batch.name}
              />
            )
          )}
        </Pane>
      </div>
      <div className="foot">
        {may.edit && <Button onClick={() => setOpening(true)}>Open a batch</Button>}
        <Pager page={page} pages={found.data?.pages ?? 1} onPage={setPage} />
      </div>
      {asking && found.data !== undefined && <AskedOfBatches settings={found.data.settings} onClose={() => setAsking(false)} />}
      {opening && (
        <AboutBatch batch={null} onClose={() => setOpening(false)} onKept={(kept) => void navigate(`/batches/${kept.batch.id}`)} />
      )}
    </>
  );
}
