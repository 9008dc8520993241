import { Button, Modal } from '@mantine/core';
import type { FormField } from '../api/answers';
import { FieldInput } from '../supporters/FieldInput';
import { FURTHER } from './batch';
import type { Typing } from './useTyping';

/** What a gift may have beyond its row. It is kept with the row. */
export function RestOfGift({ typing, fields, onClose }: { typing: Typing; fields: FormField[]; onClose: () => void }) {
  return (
    <Modal opened onClose={onClose} title="Rest of the gift" size="lg">
      <div className="field-grid">
        {fields
          .filter((field) => (FURTHER as readonly string[]).includes(field.key))
          .map((field) => (
            <div key={field.key} className={field.type === 'long text' ? 'wide' : undefined}>
              <FieldInput
                field={field}
                kind="gift"
                value={typing.typed.values[field.key] ?? ''}
                error={typing.problems.find((problem) => problem.place === field.key)?.reason}
                onChange={(value) => typing.write({ [field.key]: value })}
                onLeave={typing.look}
              />
            </div>
          ))}
      </div>
      <div className="also" style={{ marginTop: 16 }}>
        <Button onClick={onClose}>Back to the row</Button>
      </div>
    </Modal>
  );
}
