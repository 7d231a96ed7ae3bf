import type { VarianceTold } from '#contract/variance.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { percent, percentRange } from './figures.ts';
import { type Named, useSourceNames } from './sourceNames.ts';

type Cause = VarianceTold['causes'][number];

/** What stands out, in words that accuse nobody, each with the check that costs least. */
export function Causes({ told }: { told: VarianceTold }) {
  const { shop } = useSession();
  const named = useSourceNames();
  if (told.gaps < told.needs) return null;
  if (told.causes.length === 0) {
    return (
      <p className="max-w-2xl">
        {t(
          'No person, measure or place pours more than is booked, beyond what chance would show, over {0} counts.',
          told.gaps,
        )}
      </p>
    );
  }
  return (
    <ol className="max-w-2xl">
      {told.causes.map((cause) => {
        const of = named(cause.source);
        const check = checkOf(of, codeFrom(told, cause));
        return (
          <li key={cause.source} className="mb-3 border-l-4 border-product pl-4">
            <p className="text-[1.12rem]">
              <strong>{findingOf(of, cause)}</strong>{' '}
              {t(
                'About {0} in that time, nine times in ten {1}.',
                formatVolume(Math.abs(cause.ul.mid), shop.units),
                percentRange(cause.share),
              )}
            </p>
            <p>
              {meaningOf(of)}{' '}
              {cause.or !== null &&
                t(
                  'By these counts it can’t be told apart from {0}: they nearly always come together.',
                  named(cause.or).name,
                )}
            </p>
            <p className="no-print mt-2">
              <ButtonLink to={check.to}>{check.words}</ButtonLink>
            </p>
          </li>
        );
      })}
    </ol>
  );
}

function findingOf({ kind, name }: Named, { share }: Cause): string {
  const much = percent(Math.abs(share.mid));
  const more = share.mid > 0;
  switch (kind) {
    case 'measure':
      return more
        ? t('{0} gives {1} more than is booked.', name, much)
        : t('{0} gives {1} less than is booked.', name, much);
    case 'person':
      return more
        ? t('What {0} pours is {1} more than is booked.', name, much)
        : t('What {0} pours is {1} less than is booked.', name, much);
    case 'place':
      return more
        ? t('What is poured in {0} is {1} more than is booked.', name, much)
        : t('What is poured in {0} is {1} less than is booked.', name, much);
    case 'all':
      return more
        ? t('Every pour is {0} more than is booked.', much)
        : t('Every pour is {0} less than is booked.', much);
  }
}

function meaningOf({ kind }: Named): string {
  switch (kind) {
    case 'measure':
      return t('Whoever uses it: it is the measure, not the hand.');
    case 'person':
      return t(
        'It says nothing of why: a mark that is read otherwise, or a bottle topped up without booking, looks the same.',
      );
    case 'place':
      return t(
        'Whoever pours there, with whatever: a dripping tap or a measure that stays there looks like that.',
      );
    case 'all':
      return t('Whoever pours, with whatever: counts that are read low look the same.');
  }
}

/** The container on which it is checked at once. */
function codeFrom(told: VarianceTold, cause: Cause): { id: number; code: string } | null {
  const id = told.pouredFrom[cause.source];
  return told.containers.find((c) => c.id === id) ?? null;
}

function checkOf(of: Named, container: { id: number; code: string } | null): { to: string; words: string } {
  if (of.kind === 'measure' && /^\d+$/.test(of.id)) {
    return {
      to: `/rigs/measures/${of.id}`,
      words: container
        ? t('Calibrate {0} on {1}: 2 minutes', of.name, container.code)
        : t('Calibrate {0}: 2 minutes', of.name),
    };
  }
  const cap = /^cap-(\d+)$/.exec(of.id);
  if (cap) return { to: `/stock/products/${cap[1]}`, words: t('Calibrate the {0}: 2 minutes', of.name) };
  if (container) {
    return {
      to: `/stock/containers/${container.id}`,
      words: t('Weigh {0} before and after one pour: 3 minutes', container.code),
    };
  }
  return { to: '/stock/counts', words: t('Count a place') };
}
