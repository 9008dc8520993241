import { Button } from '@mantine/core';
import type { useDeciding } from './useDeciding';

/** What can be said of the row that is looked at. */
export function DecideButtons({ deciding }: { deciding: ReturnType<typeof useDeciding> }) {
  return (
    <>
      <Button onClick={deciding.same} loading={deciding.isDeciding}>
        The same <kbd>S</kbd>
      </Button>
      <Button variant="default" onClick={deciding.other}>
        Someone else <kbd>N</kbd>
      </Button>
      <Button variant="default" onClick={() => deciding.pick(deciding.at + 1)}>
        Later <kbd>Space</kbd>
      </Button>
    </>
  );
}
