import { Button } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import type { LookedAt } from '../api/answers';
import { api } from '../api/client';
import { counted } from '../shared/format';
import { Empty, Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import type { Settings } from './SettingsForm';

/** A first answer of the system, as it is and as its rows are read. */
export function Look({ settings, of }: { settings: Settings; of: string }) {
  const look = useMutation({
    mutationFn: () => api.post<LookedAt>('connections/look', { form: settings.form, key: settings.key === '' ? null : settings.key, of }),
  });
  const { data } = look;
  return (
    <Pane
      title="A look at a real answer"
      note={data !== undefined && `${counted(data.transactions, 'gift')}${data.total === null ? '' : ` of ${data.total}`}`}
      right={
        <Button
          size="compact-sm"
          variant="default"
          disabled={settings.form.address === ''}
          loading={look.isPending}
          onClick={() => look.mutate()}
        >
          Look
        </Button>
      }
    >
      <Trouble error={look.error} />
      <div className="pane-body" tabIndex={0}>
        {data === undefined && look.error === null && (
          <Empty title="Not asked yet">
            <p>The system is asked for its first page. Nothing of it is kept.</p>
          </Empty>
        )}
        {data !== undefined && (
          <>
            {data.faults.map((fault) => (
              <div key={fault} className="trouble">
                {fault}
              </div>
            ))}
            {data.states.some((state) => state !== '') && (
              <p className="pane-note">States that came: {data.states.filter((state) => state !== '').join(', ')}</p>
            )}
            {data.rows.length > 0 && (
              <div style={{ overflow: 'auto' }} tabIndex={0}>
                <table className="rows" style={{ width: 'max-content' }}>
                  <thead>
                    <tr>
                      {data.headers.map((header) => (
                        <th key={header}>{header}</th>
                      ))}
                    </tr>
                  </thead>
                  <tbody>
                    {data.rows.map((row, at) => (
                      <tr key={at}>
                        {data.headers.map((header) => (
                          <td key={header}>{row[header]}</td>
                        ))}
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            )}
            <pre className="raw-answer mono">{data.answer}</pre>
          </>
        )}
      </div>
    </Pane>
  );
}
