import { ActionIcon, Autocomplete, Button, Checkbox, Select, Switch, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Catalog, ColumnsView, Condition, Feed } from '../../api/types';
import { Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { FieldPicker } from './FieldPicker';
import { useMeant } from './useColumns';
import type { PlanConstant } from '../../api/answers';

export interface PlanSettings {
  constants?: PlanConstant[];
  link_organizations?: boolean;
  rows?: ColumnsView['rows'];
}

interface WholeFileProps {
  view: ColumnsView;
  catalog: Catalog;
  editable: boolean;
  error: Error | null;
  onKeep: (settings: PlanSettings) => void;
}

const how = ['is', 'is not', 'contains', 'does not contain', 'begins with', 'is blank', 'is not blank', 'is at least', 'is at most'];
const kinds: Record<string, string> = {
  header: 'headers in the middle of the file',
  'second header': 'a second row of headers',
  total: 'totals and footers',
  section: 'headings between rows',
  struck: 'rows that are struck through',
  hidden: 'rows that the spreadsheet hides',
};

/** What holds for every row: values that the file does not have, whose rows come in, what becomes of organizations beside people. */
export function WholeFile({ view, catalog, editable, error, onKeep }: WholeFileProps) {
  const [feed, setFeed] = useState<Feed | null>(null);
  const [value, setValue] = useState('');
  const [always, setAlways] = useState(false);
  const [condition, setCondition] = useState<Condition>({ header: '', how: 'is', value: '' });
  const field = useMeant(feed?.target ?? null)?.field;
  const constants = view.constants.map(({ target, value: kept, only_blank }) => ({ target, value: kept, only_blank }));
  return (
    <Pane title="For every row" note="what the columns alone do not say">
      <div className="pane-body" tabIndex={0} style={{ padding: '12px 16px', display: 'grid', gap: 20, alignContent: 'start' }}>
        <Trouble error={error} />
        <section>
          <h3 className="section">Values that the file does not have</h3>
          <p className="quiet">
            A value for every row, or for those whose cell is blank: a fund, a group, a country. It makes no gift and no person where the
            row has none.
          </p>
          <ul className="plain">
            {view.constants.map((constant, i) => (
              <li key={constant.target}>
                <b>{constant.label}</b> is <span className="mono">{constant.value}</span>{' '}
                <span className="quiet">{constant.only_blank ? 'where the row says nothing' : 'in every row'}</span>
                {editable && (
                  <ActionIcon
                    size="sm"
                    variant="subtle"
                    color="gray"
                    aria-label={`Remove ${constant.label ?? ''}`}
                    onClick={() => onKeep({ constants: constants.filter((_, place) => place !== i) })}
                  >
                    ✕
                  </ActionIcon>
                )}
              </li>
            ))}
          </ul>
          {editable && (
            <form
              className="inline-form"
              onSubmit={(event) => {
                event.preventDefault();
                if (feed !== null && value.trim() !== '') {
                  onKeep({
                    constants: [
                      ...constants.filter((one) => one.target !== feed.target),
                      { target: feed.target, value: value.trim(), only_blank: !always },
                    ],
                  });
                  setValue('');
                }
              }}
            >
              <FieldPicker catalog={catalog} feed={feed} disabled={false} suggestion="" onChoose={setFeed} />
              <Autocomplete aria-label="Value" w={170} placeholder="value" data={field?.options ?? []} value={value} onChange={setValue} />
              <Checkbox
                size="xs"
                label="even where the row has one"
                checked={always}
                onChange={(event) => setAlways(event.currentTarget.checked)}
              />
              {/* Until it is known which of several can be meant, the form still grows under the pointer. */}
              <Button type="submit" variant="default" disabled={feed === null || field === undefined || value.trim() === ''}>
                Add
              </Button>
            </form>
          )}
        </section>
        <section>
          <h3 className="section">Rows that come in</h3>
          <ul className="plain">
            {view.rows.left_out.map((kind) => (
              <li key={kind}>
                Left out: {kinds[kind] ?? kind}
                {editable && (
                  <ActionIcon
                    size="sm"
                    variant="subtle"
                    color="gray"
                    aria-label={`Bring in ${kinds[kind] ?? kind}`}
                    onClick={() => onKeep({ rows: { ...view.rows, left_out: view.rows.left_out.filter((one) => one !== kind) } })}
                  >
                    ✕
                  </ActionIcon>
                )}
              </li>
            ))}
            {view.rows.conditions.map((one, i) => (
              <li key={i}>
                Only where <span className="mono">{one.header}</span> {one.how}{' '}
                {!one.how.endsWith('blank') && <span className="mono">{one.value}</span>}
                {editable && (
                  <ActionIcon
                    size="sm"
                    variant="subtle"
                    color="gray"
                    aria-label={`Remove: only where ${one.header}`}
                    onClick={() => onKeep({ rows: { ...view.rows, conditions: view.rows.conditions.filter((_, place) => place !== i) } })}
                  >
                    ✕
                  </ActionIcon>
                )}
              </li>
            ))}
            {view.rows.left_out.length === 0 && view.rows.conditions.length === 0 && <li className="quiet">All of them.</li>}
          </ul>
          {editable && (
            <form
              className="inline-form"
              onSubmit={(event) => {
                event.preventDefault();
                if (condition.header !== '') {
                  onKeep({ rows: { ...view.rows, conditions: [...view.rows.conditions, condition] } });
                  setCondition({ header: '', how: 'is', value: '' });
                }
              }}
            >
              <span>Only where</span>
              <Select
                aria-label="Column"
                w={170}
                searchable
                placeholder="column"
                data={[...new Set(view.columns.map((column) => column.header))]}
                value={condition.header === '' ? null : condition.header}
                onChange={(header) => setCondition({ ...condition, header: header ?? '' })}
              />
              <Select
                aria-label="Comparison"
                w={150}
                data={how}
                value={condition.how}
                allowDeselect={false}
                onChange={(chosen) => setCondition({ ...condition, how: chosen ?? 'is' })}
              />
              {!condition.how.endsWith('blank') && (
                <TextInput
                  aria-label="Compared with"
                  w={140}
                  value={condition.value}
                  onChange={(event) => setCondition({ ...condition, value: event.currentTarget.value })}
                />
              )}
              <Button type="submit" variant="default" disabled={condition.header === ''}>
                Add
              </Button>
            </form>
          )}
        </section>
        <section>
          <h3 className="section">Organizations beside people</h3>
          <Switch
            label="Where a row names a person and an organization, the organization becomes a supporter of its own, linked to the person"
            checked={view.link_organizations}
            disabled={!editable}
            onChange={(event) => onKeep({ link_organizations: event.currentTarget.checked })}
          />
          <p className="quiet">
            It is found by its id or exactly its name, wherever in the file or the database it stands; if it is nowhere, it is made.
            Otherwise its name is kept as a text on the person.
          </p>
        </section>
      </div>
    </Pane>
  );
}
