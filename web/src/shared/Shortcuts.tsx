import { Button, Modal } from '@mantine/core';
import { useState } from 'react';
import { useKeys } from './useKeys';

/** The keys of a screen, on a sheet that "?" opens. */
export function Shortcuts({ keys }: { keys: [string, string][] }) {
  const [open, setOpen] = useState(false);
  useKeys({ '?': () => setOpen(true) });
  return (
    <>
      <Button variant="subtle" color="pine" onClick={() => setOpen(true)}>
        All keys <kbd>?</kbd>
      </Button>
      <Modal opened={open} onClose={() => setOpen(false)} title="Keys on this screen">
        <dl className="values">
          {keys.map(([key, what]) => [
            <dt key={`${key}-k`}>
              <kbd>{key}</kbd>
            </dt>,
            <dd key={key}>{what}</dd>,
          ])}
        </dl>
      </Modal>
    </>
  );
}
