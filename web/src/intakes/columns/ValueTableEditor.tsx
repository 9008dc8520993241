import { Autocomplete, Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import { count } from '../../shared/format';
import { Raw } from '../../shared/Raw';
import type { ColumnTable } from '../../api/answers';

interface ValueTableEditorProps {
  intake: number;
  column: number;
  values: Record<string, string>;
  onChange: (values: Record<string, string>) => void;
}

/** All distinct values of the column with their counts, each with what the table makes of it. */
export function ValueTableEditor({ intake, column, values, onChange }: ValueTableEditorProps) {
  const table = useQuery({
    queryKey: ['intake', String(intake), 'table', column],
    queryFn: () => api.get<ColumnTable>(`intakes/${intake}/columns/${column}/table`),
  });
  const rows = table.data?.values ?? [];
  const proposed = rows.filter((row) => row.proposal !== '' && row.proposal !== row.value && values[row.value] === undefined);
  const set = (from: string, to: string) => {
    const rest = Object.fromEntries(Object.entries(values).filter(([value]) => value !== from));
    onChange(to === '' ? rest : { ...rest, [from]: to });
  };
  return (
    <div style={{ flexBasis: '100%' }}>
      {proposed.length > 0 && (
        <Button
          size="compact-sm"
          variant="light"
          mb={6}
          onClick={() => onChange({ ...values, ...Object.fromEntries(proposed.map((row) => [row.value, row.proposal])) })}
        >
          Take the {proposed.length} likely ones
        </Button>
      )}
      <div className="value-table">
        {rows.map((row) => (
          <div key={row.value}>
            <span className="cut">
              <Raw value={row.value} />
            </span>
            <span className="quiet">{count(row.rows)}</span>
            <Autocomplete
              aria-label={`What ${row.value} becomes`}
              size="xs"
              placeholder={row.proposal === '' || row.proposal === row.value ? 'stays' : `likely ${row.proposal}`}
              data={table.data?.options ?? []}
              value={values[row.value] ?? ''}
              onChange={(to) => set(row.value, to)}
            />
          </div>
        ))}
      </div>
    </div>
  );
}
