import type { Notice } from '#core/notices/notices.ts';
import type { Say } from '#core/say.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';

/** A notice in words: what it is, and what its one action is called. */
export function noticeWords(
  { kind, name, facts, dueOn }: Notice,
  say: Say,
  { units, today }: { units: UnitSystem; today: string },
): { what: string; act: string } {
  const ul = (of: keyof typeof facts) => formatVolume(Number(facts[of] ?? 0), units);
  switch (kind) {
    case 'settle':
      return {
        what: say('Done without a connection and to be settled: {0}', String(facts.n)),
        act: say('Settle it'),
      };
    case 'none':
      return { what: say('{0}: none left', name), act: say('Look at it') };
    case 'low':
      return { what: say('{0}: {1} left', name, ul('heldUl')), act: say('Look at it') };
    case 'verify':
      return {
        what: facts.never ? say('{0} was never verified', name) : say('{0} is to be verified', name),
        act: say('Verify it'),
      };
    case 'order':
      return {
        what:
          facts.lines === 1
            ? say('Order from {0}: 1 product', name)
            : say('Order from {0}: {1} products', name, String(facts.lines)),
        act: say('To the order'),
      };
    case 'orderLate':
      return {
        what: say('{0} from {1} has not come', String(facts.code), name),
        act: say('Receive or close it'),
      };
    case 'outOfDate':
      return {
        what:
          dueOn < today
            ? say('{0} {1}: {2} out of date', String(facts.code), name, ul('ul'))
            : say('{0} {1}: {2}, soon out of date', String(facts.code), name, ul('ul')),
        act: say('Throw away or keep it'),
      };
    case 'drift':
      return {
        what:
          Number(facts.change) > 0
            ? say('{0} draws {1} % more than before', name, percentOf(facts.change))
            : say('{0} draws {1} % less than before', name, percentOf(facts.change)),
        act: say('Measure it again'),
      };
    case 'count':
      return {
        what:
          Number(facts.days) < 0
            ? say('{0} was never counted', name)
            : say('{0} was counted {1} days ago', name, String(facts.days)),
        act: say('Count it'),
      };
  }
}

const percentOf = (share: number | string | undefined): string =>
  String(Math.round(Math.abs(Number(share)) * 100));
