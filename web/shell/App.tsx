import { useEffect } from 'react';
import { SessionProvider } from '../lib/session.tsx';
import { speak, t } from '../lib/speech.ts';
import { browsersLanguage, useWords } from '../state/language.ts';
import { useLive } from '../state/live.ts';
import { shopQuery, whoQuery } from '../state/queries.ts';
import { useDevice } from '../state/theme.ts';
import { useLockedHere } from '../state/unlockHere.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { fetched } from '../ui/fetched.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { FirstAidButton } from './FirstAidButton.tsx';
import { fetchBench, fetchPageAt, Pages } from './Pages.tsx';
import { Shell } from './Shell.tsx';
import { SignIn } from './SignIn.tsx';
import { useIdleLock } from './useIdleLock.ts';

/** So long after somebody is signed in, with the page they came for on its way. */
const AFTER_FIRST_MS = 400;

const FirstRun = fetched(() => import('../shop/FirstRun.tsx'));
const TrustPage = fetched(() => import('./TrustPage.tsx'));
const LockScreen = fetched(() => import('./LockScreen.tsx'));

// While the server is asked who is here.
void fetchPageAt(window.location.pathname);

export function App() {
  const shop = useQuery(shopQuery);
  const who = useQuery(whoQuery);
  useLive(Boolean(who.data));
  useIdleLock(who.data && !who.data.locked ? (shop.data?.shop?.lockMinutes ?? 0) : 0);
  const units = useDevice((state) => state.units);
  const shown = units ?? shop.data?.shop?.units ?? 'metric';
  const language = who.data?.language ?? browsersLanguage();
  const words = useWords(language);
  speak({ words, units: shown });
  useEffect(() => {
    document.documentElement.lang = language;
  }, [language]);
  const lockedFor = useLockedHere((state) => state.personId);
  const signedIn = Boolean(who.data);
  useEffect(() => {
    if (!signedIn) return;
    const later = setTimeout(fetchBench, AFTER_FIRST_MS);
    return () => clearTimeout(later);
  }, [signedIn]);

  const error = shop.error ?? who.error;
  if (error) {
    return (
      <main className="mx-auto max-w-xl p-5">
        <h1 className="mb-5">{t('Kettle Mix')}</h1>
        <Refusal problem={error} />
        <div className="mt-5 flex flex-wrap gap-3">
          <Button bay onClick={() => window.location.reload()}>
            {t('Try again')}
          </Button>
          <FirstAidButton />
        </div>
      </main>
    );
  }
  if (!shop.data || who.data === undefined) return null;
  // The sign-in page is in English without them.
  if (!words && (language !== 'en' || who.data || shop.data.needsFirstRun)) return null;
  if (window.location.pathname === '/trust') return <TrustPage key={language} />;
  if (shop.data.needsFirstRun || !shop.data.shop) {
    return <FirstRun key={language} />;
  }
  if (!who.data) return <SignIn key={language} shop={shop.data.shop} />;
  const settings = shop.data.shop;
  const session = { who: who.data, settings, shop: units ? { ...settings, units } : settings };
  if (who.data.locked || lockedFor === who.data.personId) {
    return (
      <SessionProvider value={session}>
        <LockScreen key={language} />
      </SessionProvider>
    );
  }
  return (
    <SessionProvider value={session}>
      <Shell key={`${language} ${shown}`}>
        <Pages />
      </Shell>
    </SessionProvider>
  );
}
