import { Checkbox, NumberInput, PasswordInput, Select, TagsInput, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import type { SavedPlans } from '../api/answers';
import { api } from '../api/client';
import { type ConnectionForm, EVERY, PAGINGS } from './form';
import { formText } from './formText';
import { type Inbox, InboxForm } from './InboxForm';

export interface Settings {
  name: string;
  form: ConnectionForm;
  key: string;
  inbox_key: string;
  every: number;
  loads: boolean;
  plan_id: number | null;
}

interface SettingsFormProps {
  value: Settings;
  hasKey: boolean;
  inbox: Inbox;
  onChange: (next: Settings) => void;
}

const zones = Intl.supportedValuesOf('timeZone');

/** How a system is asked, what lies where in its answers, and when it is pulled by itself. */
export function SettingsForm({ value, hasKey, inbox, onChange }: SettingsFormProps) {
  const plans = useQuery({ queryKey: ['plans'], queryFn: () => api.get<SavedPlans>('plans') });
  const { form } = value;
  const set = (change: Partial<ConnectionForm>) => onChange({ ...value, form: { ...form, ...change } });
  const text = formText(form, set);
  const words = (key: 'counts' | 'back' | 'money', label: string, placeholder: string) => (
    <TagsInput
      label={label}
      placeholder={form[key].length === 0 ? placeholder : ''}
      acceptValueOnBlur
      value={form[key]}
      onChange={(next) => set({ [key]: next })}
    />
  );
  return (
    <div className="pane-body form" tabIndex={0}>
      <TextInput
        label="Name of the system"
        value={value.name}
        maxLength={60}
        onChange={(event) => onChange({ ...value, name: event.currentTarget.value })}
      />
      {text('address', 'Address of its list of gifts', 'https://')}
      <div className="field-grid">
        <PasswordInput
          label="Key"
          placeholder={hasKey ? 'kept; write another to replace it' : ''}
          autoComplete="off"
          value={value.key}
          onChange={(event) => onChange({ ...value, key: event.currentTarget.value })}
        />
        {text('key_header', 'Header that it is sent in')}
        {text('key_before', 'Word before it there')}
      </div>
      <h3 className="section">How the list comes</h3>
      <div className="field-grid">
        <Select
          label="Piece by piece"
          data={PAGINGS}
          value={form.paging}
          allowDeselect={false}
          onChange={(next) => set({ paging: (next ?? 'none') as ConnectionForm['paging'] })}
        />
        {(form.paging === 'page' || form.paging === 'cursor') && text('page_parameter', 'The next is asked by', 'page')}
        {form.paging === 'cursor' && text('next', 'Where it says what comes next', 'meta.next')}
        {text('size_parameter', 'So many at a time are asked by', 'limit')}
        {form.size_parameter !== '' && (
          <NumberInput label="So many" min={1} max={1000} value={form.size} onChange={(next) => set({ size: Number(next) || 100 })} />
        )}
        {text('since_parameter', 'Changed since is asked by', 'changed_from')}
        {text('until_parameter', 'Until is asked by', 'changed_to')}
        <NumberInput
          label="Days fetched once more"
          min={0}
          max={60}
          value={form.overlap}
          onChange={(next) => set({ overlap: Number(next) || 0 })}
        />
        {text('total', 'Where it says how many there are', 'meta.total')}
      </div>
      <h3 className="section">Where things lie in an answer</h3>
      <p className="quiet">Names joined by a full stop: donor.email. Blank for what it does not have.</p>
      <div className="field-grid">
        {text('records', 'The list', 'data')}
        {text('parts', 'Several gifts in one record', 'gifts')}
        {text('id', 'Id of a gift')}
        {text('given', 'When it was given')}
        {text('amount', 'Amount')}
        {text('currency', 'Currency')}
        {text('fee', 'Fee')}
        {text('donor', 'Id of the donor', 'donor.id')}
        <Select
          label="Whose day counts"
          data={zones.includes(form.zone) ? zones : [form.zone, ...zones]}
          searchable
          value={form.zone}
          allowDeselect={false}
          onChange={(next) => set({ zone: next ?? 'UTC' })}
        />
        <Checkbox
          label="amounts are in cents"
          style={{ alignSelf: 'end', paddingBottom: 8 }}
          checked={form.minor}
          onChange={(event) => set({ minor: event.currentTarget.checked })}
        />
        {text('split', 'List of what it is for', 'designations')}
        {form.split !== '' && text('split_fund', 'The fund, in each of them', 'fund')}
        {form.split !== '' && text('split_amount', 'The amount, in each of them', 'amount')}
        {form.minor && words('money', 'Other amounts in cents', 'parts.*.amount')}
      </div>
      <h3 className="section">What became of it</h3>
      <div className="field-grid">
        {text('state', 'Where it says so', 'status')}
        {form.state !== '' && words('counts', 'It was given', 'succeeded')}
        {form.state !== '' && words('back', 'It went back', 'refunded')}
        {text('back_amount', 'How much went back', 'refund.amount')}
        {text('back_on', 'When', 'refund.at')}
      </div>
      {form.state !== '' && <p className="quiet">What is neither does not count: failed, pending. It may later.</p>}
      <InboxForm value={value} inbox={inbox} onChange={onChange} />
      <h3 className="section">Automatic</h3>
      <div className="field-grid">
        <Select
          label="It is pulled"
          data={EVERY}
          value={String(value.every)}
          allowDeselect={false}
          onChange={(next) => onChange({ ...value, every: Number(next ?? 0) })}
        />
        <Select
          label="Columns"
          description="of the first pull that is loaded, if none are chosen"
          data={plans.data?.plans.map((plan) => ({ value: String(plan.id), label: plan.name })) ?? []}
          clearable
          value={value.plan_id === null ? null : String(value.plan_id)}
          onChange={(next) => onChange({ ...value, plan_id: next === null ? null : Number(next) })}
        />
      </div>
      {value.every > 0 && (
        <Checkbox
          label="load what is sure in every way, and hold the rest; else all of it waits to be reviewed"
          checked={value.loads}
          onChange={(event) => onChange({ ...value, loads: event.currentTarget.checked })}
        />
      )}
    </div>
  );
}
