import type { FilmFactor } from '#contract/clocks.ts';
import { atLeast } from '#contract/roles.ts';
import { weatherInWords } from '#core/dwell/weather.ts';
import { FILM_NAMES } from '#core/products/uses.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { filmFactorsQuery } from '../state/queries.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { shopDay } from '../ui/dates.ts';
import { Refusal } from '../ui/Refusal.tsx';

/** What was learned of how long a product's film stays wet here, from whom and when; a lead starts it afresh. */
export function FilmSeen({ productId }: { productId: number }) {
  const { data: factors = [] } = useQuery(filmFactorsQuery);
  return factors.filter((f) => f.productId === productId).map((f) => <OneFilm key={f.film} of={f} />);
}

function OneFilm({ of }: { of: FilmFactor }) {
  const { who, shop } = useSession();
  const resetting = useCommand(() =>
    post('/film-factors/resets', { productId: of.productId, film: of.film }),
  );
  const longer = of.k >= 1 ? t('more') : t('less');
  return (
    <section aria-label={t('How its {0} dries here', t(FILM_NAMES[of.film]))}>
      <h2 className="mb-1">{t('How its {0} dries here', t(FILM_NAMES[of.film]))}</h2>
      <p className="mb-2">
        <strong className="reading">{of.k.toFixed(2)}</strong>{' '}
        {t(
          'of the usual film stays: {0} than the trade’s figure, from {1} {2} seen to dry. Clocks count with it.',
          longer,
          of.seen.length,
          of.seen.length === 1 ? t('film') : t('films'),
        )}
      </p>
      <ul className="border-t border-ink">
        {of.seen.map((s) => (
          <li key={s.id} className="ruled border-faint py-1.5">
            <strong className="reading mr-3">{s.factor.toFixed(2)}</strong>
            {s.personName}, {shopDay(s.at, shop.zone)}
            {s.weather && (
              <span className="block text-[0.94rem] text-muted">
                {weatherInWords(s.weather, shop.units, t)}
              </span>
            )}
          </li>
        ))}
      </ul>
      {atLeast(who.role, 'lead') && (
        <button
          type="button"
          className="min-h-12 underline underline-offset-4"
          disabled={resetting.waiting}
          onClick={() => resetting.run()}
        >
          {t('Start over: count as usual again')}
        </button>
      )}
      <Refusal problem={resetting.refusal} />
    </section>
  );
}
