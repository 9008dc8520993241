import { Fragment, memo, type ReactNode, useCallback, useLayoutEffect, useRef } from 'react';
import type { FormField } from '../api/answers';
import { FieldInput } from '../shared/FieldInput';
import { GiftCredits } from './GiftCredits';
import { GiftHonored } from './GiftHonored';
import { GiftParts } from './GiftParts';

interface GiftFieldsProps {
  fields: FormField[];
  /** Whether the first of them, which stand in a row already, are left away. */
  isRest?: boolean;
  /** Whether it takes a gift back or corrects it, and so says why. */
  isCorrection?: boolean;
  values: Record<string, string>;
  error: (key: string) => ReactNode;
  onChange: (values: Record<string, string>) => void;
  onLeave: () => void;
}

const PURPOSE = ['gift.fund', 'gift.campaign', 'gift.appeal'];

const SECTIONS: { title: string; keys: string[] }[] = [
  { title: '', keys: ['gift.date', 'gift.amount', 'gift.currency', 'gift.kind', 'gift.reference', 'gift.reason'] },
  { title: '', keys: PURPOSE },
  { title: 'In kind, or stock', keys: ['gift.description', 'gift.units'] },
  { title: 'In honor or memory', keys: ['gift.tribute', 'gift.tribute_kind', 'gift.tell'] },
  { title: 'Receipt and fee', keys: ['gift.receipt', 'gift.receipt_date', 'gift.benefit', 'gift.fee'] },
  { title: 'Also', keys: ['gift.anonymous', 'gift.id', 'gift.notes'] },
];

/** Whether a form of gifts has a place for what is wrong with a field. */
export const isInForm = (place: string): boolean =>
  ['gift.splits', 'gift.credits'].includes(place) || SECTIONS.some(({ keys }) => keys.includes(place));

const IN_ROW = ['gift.date', 'gift.amount', 'gift.currency', 'gift.kind', 'gift.reference'];

interface OneFieldProps {
  field: FormField;
  value: string;
  /** Whether one is in it as soon as a dialog opens. */
  isFirst: boolean;
  error: ReactNode;
  onChange: (values: Record<string, string>) => void;
  onLeave: () => void;
}

/** Twenty of them are not drawn anew where one is written into. */
const OneField = memo(function OneField({ field, value, isFirst, error, onChange, onLeave }: OneFieldProps) {
  return (
    <div className={field.type === 'long text' ? 'wide' : undefined}>
      <FieldInput
        field={field}
        kind="gift"
        value={value}
        isFirst={isFirst}
        error={error}
        onChange={(next) => onChange({ [field.key]: next })}
        onLeave={onLeave}
      />
    </div>
  );
});

/** All that a gift can have, in the order in which one is asked for it. What it is for can be split. */
export function GiftFields({ fields, isRest = false, isCorrection = false, values, error, onChange, onLeave }: GiftFieldsProps) {
  const isSplit = (values['gift.splits'] ?? '') !== '';
  const latest = useRef({ onChange, onLeave });
  useLayoutEffect(() => {
    latest.current = { onChange, onLeave };
  });
  const change = useCallback((next: Record<string, string>) => latest.current.onChange(next), []);
  const leave = useCallback(() => latest.current.onLeave(), []);
  const input = (field: FormField) => (
    <Fragment key={field.key}>
      <OneField
        field={field}
        value={values[field.key] ?? ''}
        isFirst={isRest && field.key === PURPOSE[0]}
        error={error(field.key)}
        onChange={change}
        onLeave={leave}
      />
      {field.key === 'gift.tribute' && <GiftHonored values={values} mayEdit={field.edits} onChange={onChange} />}
    </Fragment>
  );
  return (
    <>
      {SECTIONS.map(({ title, keys }) => {
        const isPurpose = keys === PURPOSE;
        const shown = keys
          .filter((key) => !(isRest && IN_ROW.includes(key)) && (key !== 'gift.reason' || isCorrection) && !(isPurpose && isSplit))
          .map((key) => fields.find((field) => field.key === key))
          .filter((field) => field !== undefined);
        return (
          <Fragment key={keys[0]}>
            {title !== '' && shown.length > 0 && <h3 className="form-part">{title}</h3>}
            {shown.length > 0 && <div className="field-grid three">{shown.map(input)}</div>}
            {isPurpose && (
              <>
                <GiftParts fields={fields} values={values} error={error('gift.splits')} onChange={onChange} onLeave={onLeave} />
                <GiftCredits fields={fields} values={values} error={error('gift.credits')} onChange={onChange} onLeave={onLeave} />
              </>
            )}
          </Fragment>
        );
      })}
    </>
  );
}
