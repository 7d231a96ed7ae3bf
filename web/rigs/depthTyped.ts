import type { DepthProfile } from '#core/mixing/depth.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import { formatExactVolume } from '#core/units/formatVolume.ts';
import { parseWithUnit } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { t } from '../lib/speech.ts';

/** The inside of a vessel as it is typed: its walls, or depths that were measured, one a line. */
export type DepthTyped = {
  kind: 'unknown' | DepthProfile['kind'];
  diameterCm: string;
  widthCm: string;
  lengthCm: string;
  points: string;
};

export function typedDepth(depth: DepthProfile | null): DepthTyped {
  const typed: DepthTyped = {
    kind: depth?.kind ?? 'unknown',
    diameterCm: '',
    widthCm: '',
    lengthCm: '',
    points: '',
  };
  switch (depth?.kind) {
    case 'round':
      return { ...typed, diameterCm: String(depth.diameterCm) };
    case 'rectangular':
      return { ...typed, widthCm: String(depth.widthCm), lengthCm: String(depth.lengthCm) };
    case 'table':
      return {
        ...typed,
        points: depth.points.map(([cm, ul]) => t('{0} cm = {1}', cm, formatExactVolume(ul))).join('\n'),
      };
    default:
      return typed;
  }
}

/** The shape that was typed, or what could not be read, by field. */
export function readDepth(typed: DepthTyped, system: UnitSystem) {
  const refusals: Record<string, Refusal> = {};
  const keep = <T>(name: string, outcome: Outcome<T>, instead: T): T => {
    if (outcome.ok) return outcome.value;
    refusals[name] ??= outcome;
    return instead;
  };
  const cm = (text: string, field: string) => parseWithUnit(text, /\s*cm\s*$/i, field);
  const depth = ((): DepthProfile | null => {
    switch (typed.kind) {
      case 'round':
        return { kind: 'round', diameterCm: keep('diameterCm', cm(typed.diameterCm, t('Diameter')), 1) };
      case 'rectangular':
        return {
          kind: 'rectangular',
          widthCm: keep('widthCm', cm(typed.widthCm, t('Width')), 1),
          lengthCm: keep('lengthCm', cm(typed.lengthCm, t('Length')), 1),
        };
      case 'table': {
        const lines = typed.points.split('\n').filter((line) => line.trim() !== '');
        const points = lines.map((line): [number, number] => {
          const [depthText = '', volumeText = ''] = line.split('=');
          return [
            keep('points', cm(depthText, t('Depth')), 1),
            keep('points', parseVolume(volumeText, { system, field: t('Volume') }), 1 as never),
          ];
        });
        return { kind: 'table', points };
      }
      default:
        return null;
    }
  })();
  return { value: depth, refusals };
}
