import type { Body } from '#core/soil/bodies.ts';
import type { PanelId } from '#core/soil/panels.ts';
import { type Box, panelBoxes, rearGlass } from '../ui/panelBoxes.ts';

type Props = {
  body: Body;
  /** The number of the piece each panel is done in; one not named is left as it is. */
  pieces: ReadonlyMap<string, number>;
  label: string;
  /** What is named is filled, with no numbers. */
  plain?: boolean;
};

/** The vehicle from above, its sides folded out, each panel with the number of the piece it is done in. */
export function CarOutline({ body, pieces, label, plain = false }: Props) {
  const { boxes, width, height } = panelBoxes(body);
  const { glass, roof, rear } = boxes;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={label} className="w-full max-w-lg">
      <defs>
        <pattern
          id="piece-even"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0v6" stroke="var(--hairline)" strokeWidth="1.4" />
        </pattern>
      </defs>
      <path
        d={`M${roof.x + roof.w} ${roof.y}H${rear.x}V${roof.y + roof.h}H${roof.x + roof.w}`}
        fill="none"
        stroke="var(--hairline)"
      />
      {(Object.entries(boxes) as [PanelId, Box][]).map(([id, box]) => {
        const piece = pieces.get(id);
        const wheel = /^(wheel|tyre|arch)/.test(id);
        if (wheel && piece === undefined) {
          return id.startsWith('wheel') ? (
            <rect key={id} {...shape(box, 4)} fill="none" stroke="var(--hairline)" />
          ) : null;
        }
        return (
          <g key={id}>
            <rect
              {...shape(box, wheel ? 4 : 2)}
              fill={
                piece === undefined
                  ? 'none'
                  : plain
                    ? 'var(--ink)'
                    : piece % 2 === 0
                      ? 'url(#piece-even)'
                      : 'var(--faint)'
              }
              stroke={piece === undefined ? 'var(--hairline)' : 'var(--ink)'}
              strokeWidth={piece === undefined ? 1 : 1.5}
            />
            {piece !== undefined && !plain && (
              <text
                x={box.x + box.w / 2}
                y={box.y + box.h / 2}
                className="reading"
                fontSize={box.h < 20 || box.w < 18 ? 14 : 18}
                textAnchor="middle"
                dominantBaseline="central"
                fill="var(--ink)"
                stroke="var(--ground)"
                strokeWidth="3"
                paintOrder="stroke"
              >
                {piece}
              </text>
            )}
          </g>
        );
      })}
      <rect
        {...shape(rearGlass(boxes), 2)}
        fill={
          pieces.get('glass') === undefined
            ? 'none'
            : plain
              ? 'var(--ink)'
              : (pieces.get('glass') ?? 1) % 2 === 0
                ? 'url(#piece-even)'
                : 'var(--faint)'
        }
        stroke={pieces.get('glass') === undefined ? 'var(--hairline)' : 'var(--ink)'}
      />
      <path
        d={`M${glass.x} ${glass.y}l${glass.w} 10v${glass.h - 20}l${-glass.w} 10`}
        fill="none"
        stroke="var(--hairline)"
      />
    </svg>
  );
}

const shape = ({ x, y, w, h }: Box, r: number) => ({ x, y, width: w, height: h, rx: r });
