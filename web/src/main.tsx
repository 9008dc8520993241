import '@fontsource-variable/source-code-pro';
import '@fontsource-variable/source-sans-3';
import '@fontsource-variable/source-serif-4';
import '@mantine/core/styles.css';
import '@mantine/charts/styles.css';
import './app/look.css';
import './app/narrow.css';
import { MantineProvider } from '@mantine/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { ApiError } from './api/client';
import { App } from './app/App';
import { theme, tokens } from './app/theme';

const queries = new QueryClient({
  defaultOptions: { queries: { staleTime: 2000, retry: (times, error) => times < 2 && error instanceof ApiError && error.status === 0 } },
});
const root = document.getElementById('root');
if (root !== null) {
  createRoot(root).render(
    <StrictMode>
      <MantineProvider theme={theme} cssVariablesResolver={tokens} forceColorScheme="light">
        <QueryClientProvider client={queries}>
          <BrowserRouter>
            <App />
          </BrowserRouter>
        </QueryClientProvider>
      </MantineProvider>
    </StrictMode>,
  );
}
