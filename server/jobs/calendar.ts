import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import ICAL from 'ical.js';
import { refuse } from '#contract/refusals.ts';
import type { Refusal } from '#core/outcome.ts';
import type { CalendarJob } from './queries.ts';

// The days' jobs as a calendar, out and in (RFC 5545).

/** A job without a time lasts the whole day; one with a time is given so many minutes. */
const LASTS_MIN = 60;

const UID_END = '@kettle-mix';

/**
 * Jobs as a calendar. Times are written as UTC, so that every calendar reads them without knowing the shop's zone.
 *
 * @param zone the shop's: what `atMin` of a job's day is in
 */
export function calendarOf(jobs: readonly CalendarJob[], zone: string, madeAt: Date): string {
  const calendar = new ICAL.Component(['vcalendar', [], []]);
  calendar.updatePropertyWithValue('prodid', '-//Kettle Mix//Jobs//EN');
  calendar.updatePropertyWithValue('version', '2.0');
  for (const job of jobs) {
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', job.calendarUid ?? `job-${job.id}${UID_END}`);
    event.updatePropertyWithValue('dtstamp', utcTime(madeAt));
    event.updatePropertyWithValue('summary', job.vehicle);
    if (job.atMin === null) {
      event.updatePropertyWithValue('dtstart', ICAL.Time.fromDateString(job.day));
    } else {
      const at = startOf(job.day, job.atMin, zone);
      event.updatePropertyWithValue('dtstart', utcTime(at));
      event.updatePropertyWithValue('dtend', utcTime(new Date(at.getTime() + LASTS_MIN * 60_000)));
    }
    if (job.placeName) event.updatePropertyWithValue('location', job.placeName);
    const told = [job.personName, job.note].filter(Boolean).join('\n');
    if (told) event.updatePropertyWithValue('description', told);
    if (job.state === 'dropped') event.updatePropertyWithValue('status', 'CANCELLED');
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}

const utcTime = (at: Date) => ICAL.Time.fromJSDate(at, true);

const startOf = (day: string, atMin: number, zone: string): Date => {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  return new Date(new TZDate(year, month - 1, date, Math.floor(atMin / 60), atMin % 60, zone).getTime());
};

/** An event of a calendar as a job: its summary is the vehicle. */
export type CalendarEvent = {
  uid: string;
  vehicle: string;
  day: string;
  atMin: number | null;
  place: string;
  note: string;
};
type Read = { events: CalendarEvent[]; left: { summary: string; refusal: Refusal }[] };

const NAME_MOST = 60;
const NOTE_MOST = 300;

/**
 * The events of a calendar file. What can't be a job is left out with the reason: one without a name, one that recurs, one
 * that was called off.
 *
 * @returns a refusal where the text is no calendar at all
 */
export function readCalendar(text: string, zone: string): Read | Refusal {
  let root: ICAL.Component;
  try {
    root = new ICAL.Component(ICAL.parse(text) as never);
  } catch {
    return refuse('calendar.unreadable', {});
  }
  if (root.name !== 'vcalendar') return refuse('calendar.unreadable', {});
  for (const zoneOf of root.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(zoneOf);
  const read: Read = { events: [], left: [] };
  for (const part of root.getAllSubcomponents('vevent')) {
    const summary = String(part.getFirstPropertyValue('summary') ?? '').trim();
    const event = eventOf(part, summary, zone);
    if ('uid' in event) read.events.push(event);
    else read.left.push({ summary: summary.slice(0, NAME_MOST), refusal: event });
  }
  return read;
}

function eventOf(part: ICAL.Component, summary: string, zone: string): CalendarEvent | Refusal {
  if (summary === '') return refuse('calendar.noName', {});
  if (part.getFirstProperty('rrule')) return refuse('calendar.recurs', {});
  if (part.getFirstPropertyValue('status') === 'CANCELLED') return refuse('calendar.calledOff', {});
  const start = part.getFirstPropertyValue('dtstart');
  if (!(start instanceof ICAL.Time)) return refuse('calendar.noDay', {});
  const { day, atMin } = whenOf(start, zone);
  const year = Number(day.slice(0, 4));
  if (!(year >= 1990 && year <= 2200)) return refuse('calendar.noDay', {});
  const uid = String(part.getFirstPropertyValue('uid') ?? '').slice(0, 200);
  return {
    uid: uid || `${day} ${atMin ?? ''} ${summary}`.slice(0, 200),
    vehicle: plain(summary).slice(0, NAME_MOST).trim(),
    day,
    atMin,
    place: plain(String(part.getFirstPropertyValue('location') ?? '')).trim(),
    note: String(part.getFirstPropertyValue('description') ?? '')
      .trim()
      .slice(0, NOTE_MOST),
  };
}

/** Without what can't be printed in a line. */
const plain = (text: string): string => text.replace(/\p{Cc}+/gu, ' ');

/** A time that names no zone is the shop's own. */
function whenOf(start: ICAL.Time, zone: string): { day: string; atMin: number | null } {
  if (start.isDate || start.zone === ICAL.Timezone.localTimezone) {
    const day = `${start.year}-${String(start.month).padStart(2, '0')}-${String(start.day).padStart(2, '0')}`;
    return { day, atMin: start.isDate ? null : start.hour * 60 + start.minute };
  }
  const here = new TZDate(start.toJSDate().getTime(), zone);
  return { day: format(here, 'yyyy-MM-dd'), atMin: here.getHours() * 60 + here.getMinutes() };
}

/** Whether a calendar's event is one of this shop's own jobs, by its number; null: it is somebody else's. */
export function ownJob(uid: string): number | null {
  const id = new RegExp(`^job-(\\d{1,9})${UID_END}$`).exec(uid)?.[1];
  return id ? Number(id) : null;
}
