import { t } from '../lib/speech.ts';
import { canKeep } from '../offline/keep.ts';
import { PlainLacks } from '../shop/PlainLacks.tsx';
import { trustQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';

const BUTTON = 'inline-flex min-h-16 items-center justify-center border border-ink px-5 text-lg no-underline';

/** How a device comes to trust the shop's machine: what is downloaded, where it is let in, and what to compare. */
export default function TrustPage() {
  const { data } = useQuery(trustQuery);
  const safe = `https://${window.location.host}/`;
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-5 p-5 md:pt-13">
      <h1>{t('A safe connection to the shop')}</h1>
      {canKeep() ? (
        <>
          <p className="text-[1.2rem]">{t('This device has one: nothing is left to do.')}</p>
          <a className={`${BUTTON} bg-ink text-ground`} href="/yard">
            {t('To the shop')}
          </a>
        </>
      ) : data?.fingerprint === null ? (
        <p>{t('The program was started for plain connections alone.')}</p>
      ) : (
        <>
          <PlainLacks />
          <ol className="flex list-decimal flex-col gap-4 pl-6 text-[1.1rem]">
            <li>
              <a className={BUTTON} href="/api/trust/authority.crt">
                {t('Download the shop’s certificate')}
              </a>
            </li>
            <li>
              {t(
                'Let this device trust it: in its settings, under security or certificates, install it as a certificate of an authority. Where it is offered as a profile, install that, and then switch its trust on under certificate trust settings.',
              )}
            </li>
            <li>
              {t('Its fingerprint is the one that the shop’s machine printed at its start:')}
              <span className="reading mt-1 block text-[0.94rem] break-all">{data?.fingerprint}</span>
            </li>
            <li>
              <a className={`${BUTTON} bg-ink text-ground`} href={safe}>
                {t('Open the shop safely')}
              </a>
            </li>
          </ol>
          <p>
            <a className="inline-flex min-h-12 items-center" href="/yard">
              {t('Go on without')}
            </a>
          </p>
        </>
      )}
    </main>
  );
}
