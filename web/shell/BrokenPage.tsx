import type { FallbackProps } from 'react-error-boundary';
import { useLocation } from 'react-router';
import { ApiProblem } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { useOnceReached } from '../ui/onceReached.ts';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { PLACES } from './places.ts';

/** What stands in the place of a page that can't be shown: why, and how to go on. */
export function BrokenPage({ error, resetErrorBoundary }: FallbackProps) {
  const { pathname } = useLocation();
  const place = PLACES().find(({ path }) => pathname.startsWith(path));
  const answered = error instanceof ApiProblem ? error.problem : null;
  const gone = answered?.status === 404;
  useOnceReached(error, resetErrorBoundary);
  return (
    <Page
      title={gone ? t('It is not there') : ((answered && place?.name) ?? t('Something went wrong'))}
      actions={gone && place && <ButtonLink to={place.path}>{place.name}</ButtonLink>}
    >
      <div className="flex flex-col items-start gap-5">
        <Refusal problem={error instanceof Error ? error : new Error(String(error))} />
        {!gone && (
          <Button bay onClick={resetErrorBoundary}>
            {t('Try again')}
          </Button>
        )}
      </div>
    </Page>
  );
}
