import { MutationCache, QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { App } from './App';
import './looks/fonts';
import { GlobalStyle } from './looks/GlobalStyle';
import { applyLook } from './parts/use-preferences';
import { isLoggedOut } from './session/use-session';

/** A log-in that ran out sends everybody to the log-in, whatever they were asking for. */
const onError = (error: unknown) => {
  if (isLoggedOut(error) && queries.getQueryData(['session'])) queries.setQueryData(['session'], null);
};
const queries = new QueryClient({
  queryCache: new QueryCache({ onError }),
  mutationCache: new MutationCache({ onError }),
  // News comes by the live stream; asking again on focus would only double it.
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      refetchOnWindowFocus: false,
      retry: (count, error) => count < 2 && !isLoggedOut(error),
    },
  },
});

applyLook();
const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <GlobalStyle />
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
