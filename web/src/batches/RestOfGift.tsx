import { Button, Modal } from '@mantine/core';
import type { FormField } from '../api/answers';
import { GiftFields } from '../gifts/GiftFields';
import type { Typing } from './useTyping';

/** What a gift may have beyond its row. It is kept with the row. */
export function RestOfGift({ typing, fields, onClose }: { typing: Typing; fields: FormField[]; onClose: () => void }) {
  return (
    <Modal opened onClose={onClose} title="Rest of the gift" size={760}>
      <GiftFields
        fields={fields}
        isRest
        values={typing.typed.values}
        error={(key) => typing.problems.find((problem) => problem.place === key)?.reason}
        onChange={typing.write}
        onLeave={typing.look}
      />
      <div className="also" style={{ marginTop: 16 }}>
        <Button onClick={onClose}>Back to the row</Button>
      </div>
    </Modal>
  );
}
