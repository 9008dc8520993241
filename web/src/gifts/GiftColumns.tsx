import { Button, Checkbox, Popover } from '@mantine/core';
import { COLUMNS } from './columns';

/** Which columns the list of gifts has. */
export function GiftColumns({ chosen, onChoose }: { chosen: string[]; onChoose: (keys: string[]) => void }) {
  return (
    <Popover width={240} position="bottom-end" shadow="md" trapFocus>
      <Popover.Target>
        <Button variant="default" size="compact-sm">
          Columns
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <Checkbox.Group label="Shown of each gift" value={chosen} onChange={onChoose}>
          {COLUMNS.map(({ key, head }) => (
            <Checkbox key={key} value={key} label={head} mt={6} size="xs" />
          ))}
        </Checkbox.Group>
      </Popover.Dropdown>
    </Popover>
  );
}
