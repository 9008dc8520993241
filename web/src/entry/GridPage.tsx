import { Button, Modal, MultiSelect } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useId, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api } from '../api/client';
import type { Catalog, Field, Intake } from '../api/types';
import { TitleLine } from '../shared/TitleLine';
import { Discard } from '../intakes/source/Discard';
import { count, counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { columnChoices } from './columns';
import { type Cells, FIRST, type Place } from './sheet';
import { SheetGrid } from './SheetGrid';
import { arrived, useSheet } from './useSheet';
import type { GridData } from '../api/answers';

const MOST = 5000;

const toCells = (rows: Record<number, string[]>, width: number): Cells => {
  const last = Math.max(FIRST - 1, ...Object.keys(rows).map(Number));
  return Array.from({ length: last - FIRST + 1 }, (_, i) => rows[i + FIRST] ?? Array.from({ length: width }, () => ''));
};

/** A grid that is being typed. */
export function GridPage() {
  const { id = '' } = useParams();
  // Each visit asks for itself: what an earlier one was shown lacks what was typed as it was left, however soon someone is back.
  const visit = useId();
  const shown = ['grid', id, visit];
  const grid = useQuery({
    queryKey: shown,
    queryFn: async () => {
      await arrived(Number(id));
      return api.get<GridData>(`grids/${id}`);
    },
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });
  const catalog = useQuery({ queryKey: ['fields'], queryFn: () => api.get<Catalog>('fields') });
  return grid.data === undefined || catalog.data === undefined ? (
    <>
      <TitleLine title="Type in" />
      <Trouble error={grid.error ?? catalog.error} />
    </>
  ) : (
    <Typing key={`${grid.data.id} ${grid.data.columns.join()}`} shown={shown} grid={grid.data} catalog={catalog.data} />
  );
}

/** @param shown key under which the grid is kept while it is shown */
function Typing({ shown, grid, catalog }: { shown: string[]; grid: GridData; catalog: Catalog }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const sheet = useSheet(grid.id, grid.columns.length, MOST, toCells(grid.rows, grid.columns.length), grid.problems);
  const [place, setPlace] = useState<Place>({ row: 0, column: 0 });
  const done = useRef<HTMLButtonElement>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [choosing, setChoosing] = useState<string[] | null>(null);
  const labels = new Map(
    columnChoices(catalog)
      .flatMap((group) => group.items)
      .map((item) => [item.value, item.label]),
  );
  const fields = grid.columns.map((key): Field => {
    const base =
      catalog.fields.find((field) => field.key === key) ??
      catalog.fields.find(
        (field) =>
          key.startsWith(field.key.split('.')[0] ?? '') &&
          field.key === key.replace(/\.(\d+|home|work|mobile|fax|mailing|seasonal|other)/, ''),
      );
    return { ...(base ?? { group: '', type: 'text', options: [], named: false }), key, label: labels.get(key) ?? base?.label ?? key };
  });
  const finish = useMutation({
    mutationFn: async () => {
      await sheet.keep();
      return api.post<Intake>(`grids/${grid.id}/finish`);
    },
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['intakes'] });
      void navigate(`/intakes/${grid.id}/checks`);
    },
  });
  const columns = useMutation({
    mutationFn: async (chosen: string[]) => {
      await sheet.keep();
      return api.patch<GridData>(`grids/${grid.id}`, { columns: chosen });
    },
    onSuccess: (answer) => queries.setQueryData(shown, answer),
  });
  const written = sheet.cells.filter((row) => row.some((cell) => cell !== '')).length;
  const faulty = Object.entries(sheet.problems).filter(([, found]) => found.some((problem) => problem.blocks)).length;
  const here = sheet.problems[place.row + FIRST] ?? [];
  const said = here.filter((problem) => problem.column === place.column || problem.column === null);
  return (
    <>
      <TitleLine title={grid.name}>
        {counted(written, 'row')}, {faulty === 0 ? 'nothing wrong with them' : `${counted(faulty, 'row')} to put right`};{' '}
        {sheet.isKept ? 'kept' : 'being kept …'}
      </TitleLine>
      <Trouble error={sheet.trouble ?? finish.error ?? columns.error} />
      {refused !== null && (
        <div className="trouble" role="alert">
          {refused}{' '}
          <button type="button" className="plain-button" onClick={() => setRefused(null)}>
            All right
          </button>
        </div>
      )}
      {sheet.isElsewhere && (
        <div className="hint" role="status">
          This grid is open in another tab too. Type in one of them: a row that the other has changed is not written over.
        </div>
      )}
      <section className="pane" style={{ flex: 1 }} aria-label={grid.name}>
        <SheetGrid
          fields={fields}
          cells={sheet.cells}
          problems={sheet.problems}
          most={MOST}
          onChange={sheet.change}
          onUndo={sheet.undo}
          onRedo={sheet.redo}
          onPlace={setPlace}
          onLeave={() => done.current?.focus()}
          onDraft={sheet.setDraft}
          onRefused={setRefused}
        />
        <div className="pane-foot" aria-live="polite" style={{ minHeight: 24 }}>
          {said.length > 0 ? (
            said.map((problem, i) => (
              <span key={i} style={{ color: problem.blocks ? 'var(--brick-text)' : 'var(--slate-text)' }}>
                {problem.reason}. {problem.remedy}.
              </span>
            ))
          ) : here.length > 0 ? (
            <span className="quiet">Another cell of this row is to be put right: {here.map((problem) => problem.reason).join('; ')}.</span>
          ) : (
            <span className="quiet">
              <kbd>Enter</kbd> write <kbd>Tab</kbd> next <kbd>Ctrl D</kbd> copy down <kbd>Ctrl Enter</kbd> write into all chosen{' '}
              <kbd>Ctrl V</kbd> paste <kbd>Ctrl Z</kbd> undo <kbd>Shift</kbd> + arrows choose <kbd>Esc</kbd> to the buttons
            </span>
          )}
        </div>
      </section>
      <div className="foot">
        <Button ref={done} disabled={written === 0} loading={finish.isPending} onClick={() => finish.mutate()}>
          Finish and work out {counted(written, 'row')}
        </Button>
        <Button variant="default" onClick={() => setChoosing(grid.columns)}>
          Columns
        </Button>
        <Discard intake={grid} typed />
        <span className="push quiet">
          {faulty > 0 ? `Faulty rows are held, the others go on. ` : ''}Nothing is written to supporters before you load it. {count(MOST)}{' '}
          rows at most.
        </span>
      </div>
      <Modal opened={choosing !== null} onClose={() => setChoosing(null)} title="Columns of this grid">
        <MultiSelect label="In this order" searchable data={columnChoices(catalog)} value={choosing ?? []} onChange={setChoosing} />
        <Button
          mt="md"
          disabled={(choosing?.length ?? 0) === 0}
          loading={columns.isPending}
          onClick={() => choosing !== null && columns.mutate(choosing, { onSuccess: () => setChoosing(null) })}
        >
          Use these columns
        </Button>
      </Modal>
    </>
  );
}
