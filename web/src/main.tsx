import { CssBaseline, ThemeProvider } from '@mui/material';
import { QueryClientProvider } from '@tanstack/react-query';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Route, Routes } from 'react-router';
import { Refused } from './api/client';
import { App } from './App';
import './index.css';
import { cleanUp } from './parts/drafts';
import { Part } from './parts/Part';
import { Queries } from './parts/Queries';
import { LineProvider } from './parts/useSave';
import { language, texts } from './texts';
import { theme } from './theme';

const PhonePage = lazy(() => import('./features/phone/PhonePage'));

const queries = new Queries({
  defaultOptions: {
    queries: {
      retry: (count, failed) => !(failed instanceof Refused) && count < 20,
      retryDelay: 1500,
      staleTime: 2000,
      refetchOnWindowFocus: true,
      networkMode: 'always',
    },
  },
});

document.documentElement.lang = language;
cleanUp(Date.now());

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <ThemeProvider theme={theme}>
        <CssBaseline />
        <QueryClientProvider client={queries}>
          <LineProvider>
            <BrowserRouter>
              <Part name={texts.name}>
                <Routes>
                  <Route
                    path="/phone"
                    element={
                      <Suspense>
                        <PhonePage />
                      </Suspense>
                    }
                  />
                  <Route path="*" element={<App />} />
                </Routes>
              </Part>
            </BrowserRouter>
          </LineProvider>
        </QueryClientProvider>
      </ThemeProvider>
    </StrictMode>,
  );
}
