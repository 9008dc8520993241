import { Button, Modal } from '@mantine/core';
import { type ReactNode, useState } from 'react';

interface SureProps {
  /** The question, naming the thing. */
  ask: string;
  /** What is lost, and what is not. */
  children: ReactNode;
  /** What is on the button that does it. */
  yes: string;
  onSure: () => void;
  /** What opens the question. */
  button: (open: () => void) => ReactNode;
}

/** Asks once before something that can't be taken back. */
export function Sure({ ask, children, yes, onSure, button }: SureProps) {
  const [asking, setAsking] = useState(false);
  return (
    <>
      {button(() => setAsking(true))}
      <Modal opened={asking} onClose={() => setAsking(false)} title={ask}>
        <p style={{ marginTop: 0 }}>{children}</p>
        <div className="also">
          <Button
            color="brick"
            onClick={() => {
              setAsking(false);
              onSure();
            }}
          >
            {yes}
          </Button>
          <Button variant="default" onClick={() => setAsking(false)}>
            Keep it
          </Button>
        </div>
      </Modal>
    </>
  );
}
