import { addYears, lightFormat, parse } from 'date-fns';

/** A sign-off is looked at again after a year, unless somebody says otherwise. */
export const inAYear = (today: string): string =>
  lightFormat(addYears(parse(today, 'yyyy-MM-dd', new Date()), 1), 'yyyy-MM-dd');
