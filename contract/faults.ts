import type { ValidationError } from 'yup';
import { fillIn, type Sentence } from '#core/say.ts';

/** What a schema says of a field, `{0}`. */
export const FAULTS = [
  '{0} is missing.',
  '{0} is not the kind of value that belongs there.',
  '{0} is none of the choices.',
  '{0} is too short.',
  '{0} is too long.',
  '{0} is not written as it should be.',
  '{0} is below what is possible.',
  '{0} is above what is possible.',
  '{0} is not a whole number.',
  '{0} has too many entries.',
  '{0} is empty.',
  '{0} holds characters that cannot be printed.',
  '{0} has the same choice twice.',
  '{0} is not a day.',
  '{0} is not a time.',
  '{0} is not a telephone number.',
  '{0} is not one this machine knows.',
  '{0} is not a three-letter code.',
  '{0} is not a key of a clock.',
  '{0} is not four digits.',
] as const;

/** What is wrong with a field, as the sentence it was made of; what was written for one field alone is its own. */
export function sentenceOf(fault: ValidationError): Sentence {
  const said = String(fault.errors[0] ?? 'Not possible.');
  const label = String((fault.params as { label?: string } | undefined)?.label ?? '');
  const text = FAULTS.find((template) => fillIn(template, [label]) === said);
  return text ? [text, label] : [said];
}

/** What would work, as a schema keeps it. */
export type Remedy = { readonly remedy?: string; readonly filled?: readonly (string | number)[] };

export const remedyIn = ({ remedy = '', filled = [] }: Remedy): Sentence => [remedy, ...filled];
