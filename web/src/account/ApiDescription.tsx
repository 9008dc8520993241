import { useEffect, useState } from 'react';
import { Trouble } from '../shared/Notice';

/** What programs may ask, as it is described for them; it ships with the application. */
export function ApiDescription() {
  const [state, setState] = useState<'coming' | 'there' | 'missing'>('coming');
  useEffect(() => {
    import('rapidoc').then(
      () => setState('there'),
      () => setState('missing'),
    );
  }, []);
  if (state === 'missing') {
    return <Trouble error={new Error('The description could not be shown. It is at /openapi.json.')} />;
  }
  return state === 'coming' ? (
    <p className="quiet" style={{ padding: 14 }}>
      The description is coming …
    </p>
  ) : (
    <rapi-doc
      spec-url="/openapi.json"
      render-style="view"
      theme="light"
      bg-color="#fffdf8"
      text-color="#1d2a26"
      primary-color="#a9570f"
      regular-font="inherit"
      mono-font="monospace"
      font-size="large"
      load-fonts="false"
      show-header="false"
      show-info="true"
      allow-authentication="false"
      allow-server-selection="false"
      allow-try="false"
      schema-style="table"
      style={{ height: '100%', width: '100%' }}
    />
  );
}
