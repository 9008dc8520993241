import { Link, useNavigate } from 'react-router';
import { useMay } from '../shared/session';
import { TitleLine } from '../shared/TitleLine';
import { counted } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { Pager } from '../shared/Pager';
import { ColumnsMenu } from '../shared/list/ColumnsMenu';
import { ListTable } from '../shared/list/ListTable';
import { useListView } from '../shared/list/useListView';
import { SearchField } from '../shared/SearchField';
import { useSearch } from '../shared/useSearch';
import { cell, WIDTHS } from './columns';
import { Drop } from './Drop';
import { LoadQueue } from './LoadQueue';
import { isWorking } from './queries';
import type { IntakeList } from '../api/answers';

const isBusy = (list: IntakeList): boolean => list.queue.length > 0 || list.intakes.some(isWorking);

export function IntakesPage() {
  const may = useMay();
  const navigate = useNavigate();
  const list = useListView('intakes');
  const { text, search, page, setPage, found } = useSearch<IntakeList>('intakes', list.shape, list.isKnown, isBusy);
  const { data } = found;
  const waiting = data?.queue ?? [];
  return (
    <>
      <TitleLine title="Intakes">every source that came in or is on its way</TitleLine>
      {may.load && <Drop />}
      {waiting.length > 0 && <LoadQueue waiting={waiting} />}
      <div className="panes">
        <Pane
          title={<SearchField label="Search intakes" hint="Name or file" value={text} onSearch={search} />}
          note={data !== undefined && counted(data.total, 'intake')}
          right={list.isKnown && <ColumnsMenu list={list} />}
        >
          <Trouble error={found.error ?? list.error} />
          {data?.total === 0 ? (
            <div className="pane-body" tabIndex={0}>
              <Empty title={text === '' ? 'Nothing has come in yet' : 'No intake is found'}>
                <p>
                  {text !== ''
                    ? 'What is searched for must stand in the name or in the name of the file.'
                    : may.load
                      ? 'Drop a spreadsheet above. Nothing is written to supporters before you have seen exactly what would change.'
                      : 'When someone brings a file in, it is listed here.'}
                </p>
              </Empty>
            </div>
          ) : (
            data !== undefined && (
              <ListTable
                list={list}
                rows={data.intakes}
                total={data.total}
                widths={WIDTHS}
                cell={cell}
                nameOf={(intake) => intake.name}
                onOpen={(intake) => void navigate(`/intakes/${intake.id}`)}
              />
            )
          )}
        </Pane>
      </div>
      <div className="foot quiet">
        <Pager page={page} pages={data?.pages ?? 1} onPage={setPage} />
        {may.edit && data?.any_loaded === true && (
          <Link className="push" to="/intakes/again">
            What would be read differently today
          </Link>
        )}
      </div>
    </>
  );
}
