import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { ListEditor } from './ListEditor';
import { StandardsFrame } from './StandardsFrame';
import type { PickListData, WholeCatalog } from './types';

/** Pick lists: which fields have one, and the values of one of them. */
export function ListsPage() {
  const [asked, setAsked] = useSearchParams();
  const catalog = useQuery({ queryKey: ['catalog'], queryFn: () => api.get<WholeCatalog>('catalog') });
  const fields = catalog.data?.fields.filter((field) => field.can.list && !field.retired) ?? [];
  const key =
    fields.find((field) => field.key === asked.get('field'))?.key ?? fields.find((field) => field.list !== null)?.key ?? fields[0]?.key;
  const list = useQuery({
    queryKey: ['list', key],
    queryFn: () => api.get<PickListData>(`fields/${key}/list`),
    enabled: key !== undefined,
  });
  return (
    <StandardsFrame about="which values a field may have, and what else people write for them">
      <Trouble error={catalog.error ?? list.error} />
      <div className="panes" style={{ gridTemplateColumns: '236px minmax(0, 1fr)' }}>
        <Pane title="Fields">
          <div className="pane-body" tabIndex={0}>
            <ul className="list">
              {fields.map((field) => (
                <li key={field.key}>
                  <button type="button" aria-current={field.key === key} onClick={() => setAsked({ field: field.key }, { replace: true })}>
                    <span className="line">
                      <b>{field.label}</b>
                      <span>{field.list === null ? '' : field.list.values}</span>
                    </span>
                    <span className="quiet">
                      {field.list === null ? 'no list: anything goes' : field.list.closed ? 'only these values' : 'these and others'}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
        </Pane>
        {list.data !== undefined && (
          <ListEditor
            key={`${list.data.field} ${list.dataUpdatedAt}`}
            list={list.data}
            hasList={fields.find((field) => field.key === key)?.list !== null}
          />
        )}
      </div>
    </StandardsFrame>
  );
}
