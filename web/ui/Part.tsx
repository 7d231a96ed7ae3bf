import { QueryErrorResetBoundary } from '@tanstack/react-query';
import { type ReactNode, Suspense } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { useOnceReached } from './onceReached.ts';
import { Refusal } from './Refusal.tsx';

/** A part of a page that waits for its own books, and whose fault is not the page's. */
export function Part({ children, without }: { children: ReactNode; without?: ReactNode }) {
  return (
    <QueryErrorResetBoundary>
      {({ reset }) => (
        <ErrorBoundary onReset={reset} fallbackRender={(of) => <NotHad {...of} without={without} />}>
          <Suspense fallback={without ?? null}>{children}</Suspense>
        </ErrorBoundary>
      )}
    </QueryErrorResetBoundary>
  );
}

function NotHad({ error, resetErrorBoundary, without }: FallbackProps & { without: ReactNode }) {
  useOnceReached(error, resetErrorBoundary);
  return without ?? <Refusal problem={error instanceof Error ? error : new Error(String(error))} />;
}
