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
  entry: 'Gift in the batch',
};

/** A gift that waits in a batch reads as any other. */
const kindOf = ({ subject }: ShownChange): string => (subject === 'entry' ? 'gift' : subject);
/** Values that say by themselves what they are, by subject and column. */
const plain = new Set([
  'supporter.title',
  'supporter.first_name',
  'supporter.middle_name',
  'supporter.last_name',
  'supporter.suffix',
  'supporter.organization_name',
  'gift.amount',
  'gift.given_on',
  'gift.fund',
  'gift.kind',
  'membership.name',
  'link.kind',
  'email.address',
  'email.kind',
  'phone.number',
  'phone.kind',
  'identifier.value',
  'identifier.system',
]);
/** What is made of the rest, or goes without saying of someone new. */
const derived = new Set([
  'supporter.sort_name',
  'supporter.envelope_name',
  'supporter.greeting',
  'supporter.kind',
  'supporter.display_name',
  'gift.currency',
]);

const currency = (change: ShownChange): string | undefined =>
  change.fields.find((field) => kindOf(change) === 'gift' && field.column === 'currency')?.after ?? undefined;

/** Whether a field of something that is made is worth reading. */
const isTold = (change: ShownChange, field: ShownChange['fields'][number]): boolean => {
  const at = `${kindOf(change)}.${field.column}`;
  return change.action !== 'create' || !(derived.has(at) || (at === 'supporter.status' && field.after === 'active'));
};

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
            .filter((field) => isTold(change, field))
            .map((field, j) => {
              const after =
                `${kindOf(change)}.${field.column}` === 'gift.amount' && field.after !== null
                  ? money(field.after, currency(change))
                  : field.after;
              return (
                <span key={field.column}>
                  {j > 0 && ', '}
                  {change.action === 'create' ? (
                    <>
                      {change.subject !== 'address' && !plain.has(`${kindOf(change)}.${field.column}`) && (
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
