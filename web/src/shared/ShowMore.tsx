import { Button } from '@mantine/core';

/** The end of a long list that is not all there yet. */
export function ShowMore({ list }: { list: { hasNextPage: boolean; fetchNextPage: () => unknown } }) {
  return list.hasNextPage ? (
    <Button variant="subtle" color="pine" m={8} onClick={() => list.fetchNextPage()}>
      Show more
    </Button>
  ) : null;
}
