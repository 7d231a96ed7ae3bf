import { accept, type Outcome, refuse } from '../outcome.ts';
import { parseNumber } from './parseNumber.ts';

/**
 * The temperature a person typed, in degrees C: `5`, `5 C`, `41 F`, `-2°C`.
 *
 * @param range the coldest and warmest that make sense, in degrees C
 * @example parseCelsius('41 F', 'Store from', [-40, 80]) // { ok: true, value: 5 }
 */
export function parseCelsius(
  text: string,
  field: string,
  [least, most]: readonly [number, number],
): Outcome<number> {
  const match = /^(.*?)\s*(?:°|º)?\s*([cf])?$/i.exec(text.slice(0, 40).trim());
  const typed = match?.[1] ?? '';
  const below = /^[-−]/.test(typed);
  const amount = parseNumber(below ? typed.slice(1) : typed, field);
  if (!amount.ok) return { ...amount, remedy: 'Type degrees C, such as 5, or 41 F.' };
  const degrees = below ? -amount.value : amount.value;
  const celsius = match?.[2]?.toLowerCase() === 'f' ? ((degrees - 32) * 5) / 9 : degrees;
  if (celsius >= least && celsius <= most) return accept(Number(celsius.toFixed(2)));
  return refuse(
    'temperature.range',
    field,
    `${field} is not between ${least} and ${most} °C.`,
    'Type degrees C, such as 5, or 41 F.',
  );
}
