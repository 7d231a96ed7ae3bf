import type pdfmake from 'pdfmake';
import type { BottleLabel, BucketRole } from '#contract/labels.ts';

// What stands on a label, as it is laid out. Millimetres outside, points inside.

/** What the paper library lays out. */
export type Content = Parameters<typeof pdfmake.createPdf>[0]['content'];

const PT_PER_MM = 72 / 25.4;
export const pt = (mm: number): number => mm * PT_PER_MM;

const INK = '#15222A';

/** Neat at the top, one part in 2500 at the foot: the Bench's ladder, laid small along the label's edge. */
const WEAKEST = 1 / 2_500;
const PARTS = [0, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1_000, 2_000];

function ladder(fraction: number, height: number): Content {
  const yOf = (f: number) => (Math.log(1 / Math.max(f, WEAKEST)) / Math.log(1 / WEAKEST)) * height;
  const tick = (y: number, length: number, lineWidth: number) => ({
    type: 'line' as const,
    x1: 0,
    x2: length,
    y1: y,
    y2: y,
    lineWidth,
    lineColor: INK,
  });
  const mark = yOf(fraction);
  return {
    canvas: [
      { type: 'line', x1: 0, x2: 0, y1: 0, y2: height, lineWidth: 1, lineColor: INK },
      ...PARTS.map((water) => tick(yOf(1 / (water + 1)), water === 0 ? 9 : 5, 0.7)),
      {
        type: 'polyline',
        closePath: true,
        color: INK,
        lineWidth: 0,
        points: [
          { x: 1, y: mark },
          { x: 12, y: mark - 4.5 },
          { x: 12, y: mark + 4.5 },
        ],
      },
    ],
  };
}

/** A large bottle label: everything a secondary container has to say. */
export function largeLabel(label: BottleLabel, height: number): Content {
  return {
    columns: [
      { width: 18, stack: [ladder(label.fraction, height - 2)] },
      {
        width: '*',
        stack: [
          { text: breakable(label.productName), style: 'name' },
          { text: label.strength, style: 'strength' },
          ...(label.whatFor.length > 0 ? [{ text: `For ${label.whatFor.join(', ')}`, style: 'plain' }] : []),
          ...(label.hazards.length > 0
            ? [
                {
                  text: sentence(label.hazards.join(', ')),
                  style: 'hazard',
                  margin: [0, 4, 0, 0] as [number, number, number, number],
                },
              ]
            : []),
          ...(label.care ? [{ text: label.care, style: 'plain' }] : []),
          {
            text: [`${breakable(label.personName)}, ${label.madeOn}\n`, { text: keeps(label), bold: true }],
            style: 'plain',
            margin: [0, 4, 0, 0],
          },
          { text: 'The safety data sheet decides.', style: 'small', margin: [0, 3, 0, 0] },
        ],
      },
      {
        width: pt(24),
        stack: [
          { qr: label.address, fit: pt(23), eccLevel: 'M', alignment: 'right', foreground: INK },
          { text: label.code, style: 'code', alignment: 'right' },
          { text: label.shopName, style: 'small', alignment: 'right' },
        ],
      },
    ],
    columnGap: 6,
  };
}

/** A small label: name, strength, hazards, use-by and code. The rest is behind its QR code. */
export function smallLabel(label: BottleLabel): Content {
  return {
    columns: [
      {
        width: '*',
        stack: [
          { text: breakable(label.productName), style: 'smallName' },
          { text: label.strength, style: 'smallStrength' },
          { text: sentence(label.hazards.join(', ')) || 'No hazard is entered.', style: 'small', bold: true },
          { text: label.care, style: 'small' },
          {
            text: `${breakable(label.personName)}. ${label.useBy ? keeps(label) : label.madeOn}`,
            style: 'small',
          },
        ],
      },
      {
        width: pt(18),
        stack: [
          { qr: label.address, fit: pt(17), eccLevel: 'M', alignment: 'right', foreground: INK },
          { text: label.code, style: 'smallName', alignment: 'right' },
        ],
      },
    ],
    columnGap: 4,
  };
}

const ROLES: Record<BucketRole, { word: string; note: string }> = {
  wash: { word: 'WASH', note: 'Paint only. Wring the mitt out in RINSE before it comes back here.' },
  rinse: { word: 'RINSE', note: 'Change the water when the bottom can’t be seen.' },
  wheels: { word: 'WHEELS', note: 'Never back to paint before it is cleaned. Its tools never touch paint.' },
};

/** A bucket's role, read across a bay: the word, and a pattern of graduations nobody can mistake for another's. */
export function bucketLabel(role: BucketRole, width: number, height: number): Content {
  const { word, note } = ROLES[role];
  const size = Math.min(height * 0.4, width * 0.215);
  return {
    stack: [
      { canvas: pattern(role, width, height * 0.22) },
      {
        text: word,
        font: 'Archivo',
        bold: true,
        fontSize: size,
        color: INK,
        alignment: 'center',
        margin: [0, 3, 0, 0],
        lineHeight: 1,
      },
      { text: note, style: 'plain', fontSize: Math.max(6, size * 0.2), alignment: 'center' },
    ],
  };
}

/** Wash: long even ticks. Rinse: slanted ones. Wheels: bars. */
function pattern(role: BucketRole, width: number, height: number) {
  const step = width / 24;
  return Array.from({ length: 23 }, (_, i) => {
    const x = (i + 1) * step;
    const [lean, lineWidth] = role === 'wash' ? [0, 2] : role === 'rinse' ? [step * 0.8, 2] : [0, step * 0.6];
    return { type: 'line' as const, x1: x - lean, y1: height, x2: x, y2: 0, lineWidth, lineColor: INK };
  });
}

/** Until when: a mix is used by a day, what it is mixed from is best before one. */
function keeps({ useBy, isStock }: BottleLabel): string {
  const words = isStock ? 'Best before' : 'Use by';
  return useBy ? `${words} ${useBy}` : `No ${words.toLowerCase()} is known`;
}

/** A word longer than a line would push the QR code off the label. */
const breakable = (words: string): string => words.replace(/\S{16}(?=\S)/g, '$& ');

const sentence = (words: string): string =>
  words ? `${words.charAt(0).toUpperCase()}${words.slice(1)}.` : '';

const STYLES = {
  name: { font: 'Archivo', bold: true, fontSize: 17, color: INK, lineHeight: 1 },
  strength: { font: 'Archivo', bold: true, fontSize: 25, color: INK, lineHeight: 1.05 },
  plain: { fontSize: 10, color: INK, lineHeight: 1.1 },
  hazard: { fontSize: 11.5, bold: true, color: INK, lineHeight: 1.05 },
  code: { font: 'Archivo', bold: true, fontSize: 16, color: INK },
  small: { fontSize: 7, color: INK, lineHeight: 1.05 },
  smallName: { font: 'Archivo', bold: true, fontSize: 10, color: INK, lineHeight: 1 },
  smallStrength: { font: 'Archivo', bold: true, fontSize: 12.5, color: INK, lineHeight: 1.05 },
};

/** The styles at a share of their size, for words that would not fit else. */
export const labelStyles = (scale: number) =>
  Object.fromEntries(
    Object.entries(STYLES).map(([name, style]) => [name, { ...style, fontSize: style.fontSize * scale }]),
  );
