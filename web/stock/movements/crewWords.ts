import type { PersonEventKind } from '#contract/trail.ts';
import { t } from '../../lib/speech.ts';
import { dayInWords } from '../../ui/dates.ts';

const CHANGED_ROLE = /^(\w+) to (\w+)$/;
const UNTIL = /^(.*) until (\d{4}-\d\d-\d\d)$/;

/** What the books keep beside something that was done about somebody: a role, a product and a day, each as it is read here. */
export function crewDetail(event: PersonEventKind | null, detail: string): string {
  if (event === 'joined') return t(detail);
  const [, before, after] = (event === 'role' && CHANGED_ROLE.exec(detail)) || [];
  if (before && after) return t('{0} to {1}', t(before), t(after));
  const [, product, day] = (event === 'signedOff' && UNTIL.exec(detail)) || [];
  return product && day ? t('{0} until {1}', product, dayInWords(day)) : detail;
}
