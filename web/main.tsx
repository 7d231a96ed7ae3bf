import './main.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { forgetAnswers, keepProgram } from './offline/keep.ts';
import { App } from './shell/App.tsx';
import { onHandOver } from './state/handOver.ts';
import { queryClient } from './state/queries.ts';
import { followTheme } from './state/theme.ts';

followTheme();
keepProgram();
onHandOver(forgetAnswers);
const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queryClient}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
