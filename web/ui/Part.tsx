import { QueryErrorResetBoundary } from '@tanstack/react-query';
import { type ReactNode, Suspense } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Refusal } from './Refusal.tsx';

/** A part of a page that waits for its own books, and whose fault is not the page's. */
export function Part({ children, without }: { children: ReactNode; without?: ReactNode }) {
  return (
    <QueryErrorResetBoundary>
      {({ reset }) => (
        <ErrorBoundary
          onReset={reset}
          fallbackRender={({ error }) =>
            without ?? <Refusal problem={error instanceof Error ? error : new Error(String(error))} />
          }
        >
          <Suspense fallback={without ?? null}>{children}</Suspense>
        </ErrorBoundary>
      )}
    </QueryErrorResetBoundary>
  );
}
