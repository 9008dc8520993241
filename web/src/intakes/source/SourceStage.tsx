import { Button, Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client';
import type { SourceView } from '../../api/types';
import { useMayLoad } from '../../app/session';
import { count, counted, fileSize } from '../../shared/format';
import { Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { Raw } from '../../shared/Raw';
import { isOpen, useIntakeAction, useThisIntake } from '../queries';
import { Discard } from './Discard';

const encodings = [
  { value: 'UTF-8', label: 'UTF-8' },
  { value: 'UTF-16LE', label: 'UTF-16, little end first' },
  { value: 'UTF-16BE', label: 'UTF-16, big end first' },
  { value: 'windows-1252', label: 'Windows-1252' },
];
const delimiters = [
  { value: ',', label: 'comma' },
  { value: ';', label: 'semicolon' },
  { value: '\t', label: 'tab' },
  { value: '|', label: 'pipe' },
];

/** The file as it is: how it is read, and its rows with nothing hidden. */
export function SourceStage() {
  const intake = useThisIntake();
  const mayLoad = useMayLoad();
  const navigate = useNavigate();
  const [shown, setShown] = useState(100);
  const source = useQuery({ queryKey: ['intake', String(intake.id), 'source'], queryFn: () => api.get<SourceView>(`intakes/${intake.id}/source`) });
  const change = useIntakeAction(intake.id, (choice: Record<string, unknown>) => api.patch(`intakes/${intake.id}/source`, choice));
  const view = source.data;
  const fixed = !mayLoad || !(isOpen(intake) || intake.state === 'failed');
  const width = Math.max(view?.headers.length ?? 0, ...(view?.rows.map((row) => row.cells.length) ?? [0]));
  return (
    <>
      <div className="panes">
        <Pane title={<span className="cut">{intake.file_name}</span>} note={`${fileSize(intake.file_size)}, ${intake.state === 'failed' ? 'it could not be read' : `${counted(intake.rows, 'row')} below the header`}`}
          right={
            <span style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
              {(view?.sheets.length ?? 0) > 0 && <Select aria-label="Sheet" w={170} data={view?.sheets} value={view?.sheet ?? null} allowDeselect={false} disabled={fixed} onChange={(sheet) => change.mutate({ sheet })} />}
              {view?.encoding != null && <Select aria-label="Encoding" w={190} data={encodings} value={view.encoding} allowDeselect={false} disabled={fixed} onChange={(encoding) => change.mutate({ encoding })} />}
              {view?.delimiter != null && <Select aria-label="Delimiter" w={120} data={delimiters} value={view.delimiter} allowDeselect={false} disabled={fixed} onChange={(delimiter) => change.mutate({ delimiter })} />}
            </span>
          }
        >
          {intake.error !== null && <p className="trouble" style={{ margin: 14 }} role="alert">{intake.error}</p>}
          <Trouble error={change.error ?? source.error} />
          {!fixed && intake.error === null && (
            <div className="pane-note quiet">
              {view?.header_row === 0 ? 'No row names the columns: the first one is data.' : `Row ${view?.header_row ?? '?'} names the columns.`} If another row does, choose its number.
              {view?.header_row !== 0 && (
                <button type="button" className="origin-button" onClick={() => change.mutate({ header_row: 0 })}>
                  No row does
                </button>
              )}
            </div>
          )}
          <div className="pane-body" tabIndex={0} aria-label="Rows of the file">
            <table className="rows grid">
              <thead>
                <tr>
                  <th className="num">Row</th>
                  {Array.from({ length: width }, (_, i) => (
                    <th key={i}>{String.fromCharCode(...(i < 26 ? [65 + i] : [64 + Math.floor(i / 26), 65 + (i % 26)]))}</th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {view?.rows.slice(0, shown).map((row) => (
                  <tr key={row.number} className={row.number === view.header_row ? 'is-header' : row.number < (view.header_row ?? 0) ? 'is-above' : ''}>
                    <td className="num">
                      {fixed || row.number > 30 ? (
                        count(row.number)
                      ) : (
                        <button type="button" className="origin-button" title="This row names the columns" onClick={() => change.mutate({ header_row: row.number })}>
                          {row.number}
                        </button>
                      )}
                    </td>
                    {Array.from({ length: width }, (_, i) => (
                      <td key={i} title={row.cells[i]}>{(row.cells[i] ?? '') === '' ? '' : <Raw value={row.cells[i] ?? ''} />}</td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Pane>
      </div>
      <div className="foot">
        <Button onClick={() => void navigate(`/intakes/${intake.id}/columns`)} disabled={intake.state === 'failed'}>
          Go on to the columns
        </Button>
        {(view?.rows.length ?? 0) > shown && (
          <Button variant="default" onClick={() => setShown(shown + 200)}>
            Show more rows
          </Button>
        )}
        <span className="quiet">{view !== undefined && `${count(Math.min(shown, view.rows.length))} rows shown. · stands for a blank, ⍽ for one that does not break, ↵ for a line break.`}</span>
        <span className="push">{mayLoad && (isOpen(intake) || intake.state === 'failed') && <Discard intake={intake} />}</span>
      </div>
    </>
  );
}
