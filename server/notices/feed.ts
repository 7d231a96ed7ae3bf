import ICAL from 'ical.js';
import { noticeWords } from '#contract/noticeWords.ts';
import type { Notice } from '#core/notices/notices.ts';
import type { Say } from '#core/say.ts';
import type { UnitSystem } from '#core/units/units.ts';

/**
 * What needs somebody as a calendar (RFC 5545): each on the day it is due, or today where that is over, the whole day long.
 *
 * @param base where the shop is reached from other devices, ending in a slash
 */
export function noticeCalendar(
  notices: readonly Notice[],
  of: { today: string; now: Date; base: string; shop: string; units: UnitSystem; say: Say },
): string {
  const calendar = new ICAL.Component(['vcalendar', [], []]);
  calendar.updatePropertyWithValue('prodid', '-//Kettle Mix//Notices//EN');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('x-wr-calname', of.shop);
  for (const notice of notices) {
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', `${notice.kind}-${notice.id}@kettle-mix`);
    event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(of.now, true));
    const [, day = of.today] = [notice.dueOn, of.today].sort();
    event.updatePropertyWithValue('dtstart', ICAL.Time.fromDateString(day));
    event.updatePropertyWithValue('summary', noticeWords(notice, of.say, of).what);
    event.updatePropertyWithValue('url', `${of.base.replace(/\/$/, '')}${notice.path}`);
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}
