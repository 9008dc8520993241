import type { ShownChange } from '../../api/types';
import { money } from '../../shared/format';

const nouns: Record<string, string> = {
  supporter: 'Supporter',
  address: 'Address',
  email: 'Email',
  phone: 'Phone',
  identifier: 'Id',
  membership: 'Membership',
  custom: 'Field',
  link: 'Link',
  gift: 'Gift',
};
/** Values that say by themselves what they are. */
const plain = new Set([
  'Title',
  'First name',
  'Middle name',
  'Last name',
  'Suffix',
  'Organization',
  'Gift amount',
  'Gift date',
  'Gift fund',
  'Gift kind',
  'Group',
  'Tag',
  'Link',
  'Email',
  'Phone',
  'Id in the old system',
  'Old system',
]);
const derived = new Set(['Filed as', 'On envelopes', 'Greeting', 'Kind', 'Display name']);

const currency = (change: ShownChange): string | undefined =>
  change.fields.find((field) => field.label === 'Gift currency')?.after ?? undefined;

/** What the change is to; a value that could not be read is kept beside the record, and is nothing new of it. */
const headOf = ({ subject, action }: ShownChange): string =>
  subject === 'unread' ? 'could not be read' : action === 'create' ? `new ${(nouns[subject] ?? '').toLowerCase()}` : (nouns[subject] ?? '');

/** A planned change set in words: what is made, and every changed field before and after. */
export function Changes({ changes }: { changes: ShownChange[] }) {
  return (
    <>
      {changes.map((change, i) => (
        <div key={i}>
          <span className="quiet">{headOf(change)}: </span>
          {change.fields
            .filter(
              (field) =>
                change.action !== 'create' ||
                !(derived.has(field.label) || field.label === 'Gift currency' || (field.label === 'Status' && field.after === 'active')),
            )
            .map((field, j) => {
              const after = field.label === 'Gift amount' && field.after !== null ? money(field.after, currency(change)) : field.after;
              return (
                <span key={field.label}>
                  {j > 0 && ', '}
                  {change.action === 'create' ? (
                    <>
                      {change.subject !== 'address' && !plain.has(field.label) && !field.label.endsWith('is of kind') && (
                        <span className="quiet">{field.label} </span>
                      )}
                      <span className="mono" title={field.label}>
                        {after}
                      </span>
                    </>
                  ) : (
                    <>
                      {field.label} <span className="mono">{field.before ?? 'blank'}</span> →{' '}
                      <mark className="difference mono">{after ?? 'blank'}</mark>
                    </>
                  )}
                </span>
              );
            })}
        </div>
      ))}
    </>
  );
}
