import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Fragment, useState } from 'react';
import { useSearchParams } from 'react-router';
import { api } from '../api/client';
import type { Catalog } from '../api/types';
import { NewField } from '../intakes/columns/NewField';
import { count } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { FieldDetail } from './FieldDetail';
import { StandardsFrame } from './StandardsFrame';
import type { CatalogField, WholeCatalog } from './types';

const strongest = (field: CatalogField): string =>
  field.always !== null ? 'always' : field.rules.some((rule) => rule.strength === 'must') ? 'must' : field.rules.length > 0 ? 'should' : '';

/** Every field of the database, built in or its own: what it is, whether it is required, how full it is; and what is set for one of them. */
export function FieldsPage() {
  const [asked, setAsked] = useSearchParams();
  const [making, setMaking] = useState(false);
  const catalog = useQuery({ queryKey: ['catalog'], queryFn: () => api.get<WholeCatalog>('catalog') });
  const fields = useQuery({ queryKey: ['fields'], queryFn: () => api.get<Catalog>('fields'), enabled: making });
  const data = catalog.data;
  const chosen = data?.fields.find((field) => field.key === asked.get('field')) ?? data?.fields.find((field) => field.key === 'email');
  const pick = (key: string) => setAsked({ field: key }, { replace: true });
  return (
    <StandardsFrame
      about={
        data === undefined
          ? ''
          : `${count(data.fields.length)} fields, ${count(data.fields.filter((field) => field.custom).length)} of your own`
      }
    >
      <Trouble error={catalog.error} />
      {data !== undefined && (
        <div className="panes" style={{ gridTemplateColumns: 'minmax(0, 1.1fr) minmax(0, 1fr)' }}>
          <Pane
            title="Field catalog"
            right={
              <Button variant="default" size="compact-sm" onClick={() => setMaking(true)}>
                Make a field
              </Button>
            }
          >
            <div className="pane-body" tabIndex={0}>
              <table className="rows">
                <thead>
                  <tr>
                    <th>Field</th>
                    <th style={{ width: 112 }}>Type</th>
                    <th style={{ width: 92 }}>Required</th>
                    <th style={{ width: 118 }}>Filled today</th>
                  </tr>
                </thead>
                <tbody>
                  {data.groups.map((group) => (
                    <Fragment key={group}>
                      <tr className="group-row">
                        <td colSpan={4}>{group}</td>
                      </tr>
                      {data.fields
                        .filter((field) => field.group === group)
                        .map((field) => (
                          <tr key={field.key} className={`choosable${field === chosen ? ' chosen' : ''}`} onClick={() => pick(field.key)}>
                            <td>
                              <button type="button" className="row-button" aria-current={field === chosen} onClick={() => pick(field.key)}>
                                {field.label}
                              </button>
                              {field.custom && <span className="quiet"> own</span>}
                              {field.retired && (
                                <span className="pill idle" style={{ marginLeft: 6 }}>
                                  retired
                                </span>
                              )}
                              {field.see !== null && (
                                <span className="pill info" style={{ marginLeft: 6 }}>
                                  hidden from some
                                </span>
                              )}
                            </td>
                            <td className="quiet">
                              {field.type}
                              {field.list !== null && field.type !== 'pick list' && field.type !== 'several from a list' ? ', list' : ''}
                            </td>
                            <td>
                              {strongest(field) === '' ? (
                                ''
                              ) : (
                                <span className={`pill ${strongest(field) === 'should' ? 'info' : 'look'}`}>{strongest(field)}</span>
                              )}
                            </td>
                            <td>{field.fill !== null && field.fill.total > 0 && <Filled fill={field.fill} />}</td>
                          </tr>
                        ))}
                    </Fragment>
                  ))}
                </tbody>
              </table>
            </div>
          </Pane>
          {chosen !== undefined && <FieldDetail key={chosen.key} field={chosen} catalog={data} />}
        </div>
      )}
      {making && fields.data !== undefined && (
        <NewField
          catalog={fields.data}
          suggestion=""
          onClose={() => setMaking(false)}
          onMade={(made) => {
            setMaking(false);
            void catalog.refetch();
            pick(made.key);
          }}
        />
      )}
    </StandardsFrame>
  );
}

function Filled({ fill }: { fill: { count: number; total: number } }) {
  const share = Math.round((100 * fill.count) / fill.total);
  return (
    <span title={`${count(fill.count)} of ${count(fill.total)}`} style={{ whiteSpace: 'nowrap' }}>
      <span className="fill" aria-hidden>
        <i style={{ width: `${share}%` }} />
      </span>{' '}
      {share === 0 && fill.count > 0 ? '<1' : share} %
    </span>
  );
}
