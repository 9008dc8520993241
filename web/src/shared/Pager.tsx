import { Button } from '@mantine/core';
import { count } from './format';

/** Pages of a long list. */
export function Pager({ page, pages, onPage }: { page: number; pages: number; onPage: (page: number) => void }) {
  return (
    <>
      <Button variant="default" disabled={page <= 1} onClick={() => onPage(page - 1)}>
        Previous
      </Button>
      <Button variant="default" disabled={page >= pages} onClick={() => onPage(page + 1)}>
        Next
      </Button>
      <span className="quiet">{pages > 0 && `page ${count(page)} of ${count(pages)}`}</span>
    </>
  );
}
