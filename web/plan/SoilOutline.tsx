import type { KeyboardEvent } from 'react';
import type { Sized, Spot, SpotKind } from '#core/planning/assessment.ts';
import { WASH_ZONES, type WashZone } from '#core/planning/levels.ts';
import { PANELS, type PanelId } from '#core/soil/panels.ts';
import { SOIL_NAMES, type SoilLevel } from '#core/soil/soil.ts';
import { ZONE_NAMES } from '#core/soil/zones.ts';
import { t } from '../lib/speech.ts';
import { type Box, panelBoxes, rearGlass } from '../ui/panelBoxes.ts';
import { SPOT_WORDS } from './planWords.ts';

/** Tyres and arches lie under the wheel they are of. */
const DRAWN = PANELS.filter((p) => p.zone !== 'tyres' && p.zone !== 'arches');
const SHADE = ['none', 'url(#soil-1)', 'url(#soil-2)', 'url(#soil-3)', 'var(--ink)'];

/**
 * The vehicle from above, its sides folded out: a tap on a zone makes it a level dirtier, or drops a spot on it. What
 * nobody entered follows from the rest and is drawn thin.
 */
export function SoilOutline(props: {
  seen: Sized;
  /** What a tap drops; null: it raises the soil. */
  dropping: SpotKind | null;
  tap: (zone: WashZone) => void;
}) {
  const { seen, dropping, tap } = props;
  const { boxes, width, height } = panelBoxes(seen.body);
  const ofZone = (zone: WashZone) =>
    DRAWN.filter((p) => p.zone === zone).map((p) => ({ id: p.id, box: boxes[p.id as PanelId] }));
  const shown = WASH_ZONES.filter((zone) => ofZone(zone).length > 0);
  return (
    // biome-ignore lint/a11y/useSemanticElements: parts of a drawing are no buttons of the page
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label={t('The vehicle from above')}
      className="w-full max-w-lg touch-manipulation"
    >
      <defs>
        {[1, 2, 3].map((level) => (
          <pattern
            key={level}
            id={`soil-${level}`}
            width={9 - 2 * level}
            height={9 - 2 * level}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d={`M0 0v${9 - 2 * level}`} stroke="var(--ink)" strokeWidth={0.5 + 0.6 * level} />
          </pattern>
        ))}
      </defs>
      {shown.map((zone) => (
        <Zone
          key={zone}
          zone={zone}
          level={seen.levels[zone]}
          entered={zone in seen.zones}
          boxes={
            zone === 'glass' ? [...ofZone(zone), { id: 'rear glass', box: rearGlass(boxes) }] : ofZone(zone)
          }
          spots={seen.spots.filter((s) => s.zones.includes(zone))}
          dropping={dropping}
          tap={() => tap(zone)}
        />
      ))}
    </svg>
  );
}

function Zone(props: {
  zone: WashZone;
  level: SoilLevel;
  entered: boolean;
  boxes: { id: string; box: Box }[];
  spots: readonly Spot[];
  dropping: SpotKind | null;
  tap: () => void;
}) {
  const { zone, level, entered, boxes, spots, dropping, tap } = props;
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    tap();
  };
  const marks = spots.map((s) => SPOT_WORDS()[s.kind]).join(', ');
  return (
    // biome-ignore lint/a11y/useSemanticElements: a part of a drawing
    <g
      role="button"
      tabIndex={0}
      className="cursor-pointer outline-none [&:focus-visible>rect]:stroke-[4]"
      aria-label={[
        `${t(ZONE_NAMES[zone])}: ${level} ${t(SOIL_NAMES[level])}${entered ? '' : `, ${t('assumed')}`}`,
        marks,
        dropping ? t('drop {0}', SPOT_WORDS()[dropping].toLowerCase()) : t('a level dirtier'),
      ]
        .filter(Boolean)
        .join('; ')}
      onClick={tap}
      onKeyDown={onKey}
    >
      {zone === 'wheels' &&
        boxes.map(({ id, box }) => (
          // Room for a glove around what is drawn small.
          <rect
            key={id}
            x={box.x - 8}
            y={box.y - 12}
            width={box.w + 16}
            height={box.h + 18}
            fill="transparent"
          />
        ))}
      {boxes.map(({ id, box }) => (
        <rect
          key={id}
          x={box.x}
          y={box.y}
          width={box.w}
          height={box.h}
          rx={zone === 'wheels' ? 4 : 2}
          fill={SHADE[level]}
          stroke="var(--ink)"
          strokeWidth={entered ? 2.5 : 1}
          pointerEvents="all"
        />
      ))}
      {boxes.map(({ id, box }) => (
        <text
          key={id}
          x={box.x + box.w / 2}
          y={box.y + box.h / 2}
          className="reading"
          fontSize={box.h < 20 || box.w < 18 ? 14 : 19}
          fontWeight={entered ? 700 : 500}
          textAnchor="middle"
          dominantBaseline="central"
          fill="var(--ink)"
          stroke="var(--ground)"
          strokeWidth="5"
          paintOrder="stroke"
          aria-hidden
        >
          {level}
          {spots.length > 0 && ` ${spots.map((s) => SPOT_WORDS()[s.kind].charAt(0)).join('')}`}
        </text>
      ))}
    </g>
  );
}
