import { Checkbox, NumberInput, PasswordInput, Select, TextInput } from '@mantine/core';
import { counted, moment } from '../shared/format';
import type { ConnectionForm } from './form';
import { formText } from './formText';
import type { Settings } from './SettingsForm';

/** Where notices of a system are taken; nothing is known of one that is not connected yet. */
export interface Inbox {
  inbox: string | null;
  has_inbox_key: boolean;
  refused: number;
  refused_at: string | null;
}

interface InboxFormProps {
  value: Settings;
  inbox: Inbox;
  onChange: (next: Settings) => void;
}

/** How a system's own notices are signed, so that nobody else's are taken. */
export function InboxForm({ value, inbox, onChange }: InboxFormProps) {
  const { form } = value;
  const set = (change: Partial<ConnectionForm>) => onChange({ ...value, form: { ...form, ...change } });
  const text = formText(form, set);
  return (
    <>
      <h3 className="section">Its own notices</h3>
      <Checkbox
        label="take notices that it sends by itself; they come in with the next pull"
        checked={form.notices}
        onChange={(event) => set({ notices: event.currentTarget.checked })}
      />
      {form.notices && (
        <>
          {inbox.inbox === null ? (
            <p className="quiet">The address for them is made when this is saved.</p>
          ) : (
            <TextInput
              label="Address for its notices"
              description="written into its settings there; behind another name of this server if it is reached by one"
              readOnly
              value={inbox.inbox}
              onFocus={(event) => event.currentTarget.select()}
            />
          )}
          {inbox.refused > 0 && (
            <p className="held">
              {counted(inbox.refused, 'notice was', 'notices were')} refused, as the signature did not fit
              {inbox.refused_at !== null && `; the last ${moment(inbox.refused_at)}`}.
            </p>
          )}
          <div className="field-grid">
            <PasswordInput
              label="Key that they are signed with"
              placeholder={inbox.has_inbox_key ? 'kept; write another to replace it' : ''}
              autoComplete="off"
              value={value.inbox_key}
              onChange={(event) => onChange({ ...value, inbox_key: event.currentTarget.value })}
            />
            {text('notice_header', 'Header of the signature')}
            {text('notice_before', 'Word before it there', 'sha256=')}
            <Select
              label="By HMAC with"
              data={['sha256', 'sha384', 'sha512'].map((name) => ({ value: name, label: name.replace('sha', 'SHA-') }))}
              value={form.notice_algorithm}
              allowDeselect={false}
              onChange={(next) => set({ notice_algorithm: next ?? 'sha256' })}
            />
            <Select
              label="Written as"
              data={[
                { value: 'hex', label: 'hexadecimal' },
                { value: 'base64', label: 'Base64' },
              ]}
              value={form.notice_encoding}
              allowDeselect={false}
              onChange={(next) => set({ notice_encoding: next ?? 'hex' })}
            />
            {text('notice_time_header', 'Header of the time it was sent', 'none')}
            {form.notice_time_header !== '' && (
              <NumberInput
                label="Seconds that it may be old"
                min={1}
                max={86400}
                value={form.notice_seconds}
                onChange={(next) => set({ notice_seconds: Number(next) || 300 })}
              />
            )}
            {text('notice_records', 'Where the gift lies in it', 'data.object')}
          </div>
          {form.notice_time_header !== '' && <p className="quiet">The time is signed together with the notice: TIME.NOTICE.</p>}
        </>
      )}
    </>
  );
}
