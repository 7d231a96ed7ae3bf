import type { RecipeCard } from '#contract/recipes.ts';
import { pdfOf } from './documents.ts';
import { type Content, labelStyles, pt } from './labelContent.ts';

const INK = '#15222A';
const MUTED = '#45565F';
const GAP: [number, number, number, number] = [10, 0, 0, 0];
const RULES = {
  hLineWidth: (i: number) => (i === 0 ? 1.2 : 0.4),
  vLineWidth: () => 0,
  hLineColor: (i: number) => (i === 0 ? INK : '#7C8C93'),
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 2.5,
  paddingBottom: () => 2.5,
};

/** Recipe cards, an A5 page each, to hang where they are mixed. Its code leads to the recipe as it is by then. */
export function recipeCardsPdf(cards: readonly RecipeCard[]): Promise<Uint8Array> {
  return pdfOf({
    info: { title: cards.length === 1 ? (cards[0]?.name ?? '') : 'Recipe cards' },
    pageSize: 'A5',
    pageOrientation: 'landscape',
    pageMargins: pt(10),
    styles: labelStyles(1),
    content: cards.map((card, i) => ({
      stack: [cardContent(card)],
      ...(i > 0 && { pageBreak: 'before' as const }),
    })),
  });
}

function cardContent(card: RecipeCard): Content {
  const head = (text: string, right = false) => ({
    text,
    fontSize: 8.5,
    color: MUTED,
    ...(right && { alignment: 'right' as const }),
  });
  const reading = (text: string, right = false) => ({
    text,
    font: 'Archivo',
    bold: true,
    fontSize: 12.5,
    color: INK,
    ...(right && { alignment: 'right' as const }),
  });
  return [
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: card.name, font: 'Archivo', bold: true, fontSize: 22, color: INK, lineHeight: 1 },
            { text: `${card.productName}, ${card.use}`, fontSize: 13, color: INK },
            { text: card.setting, fontSize: 10, color: INK, margin: [0, 2, 0, 0] },
          ],
        },
        {
          width: pt(27),
          stack: [
            { qr: card.address, fit: pt(25), eccLevel: 'M', alignment: 'right', foreground: INK },
            { text: card.code, style: 'code', alignment: 'right' },
          ],
        },
      ],
      columnGap: 10,
    },
    {
      margin: [0, 4, 0, 6],
      layout: RULES,
      table: {
        widths: [pt(22), pt(40), pt(24), pt(28), '*'],
        body: [
          [
            head('Soil'),
            head('Strength'),
            head('Water first', true),
            head('then product', true),
            { ...head('Dwell'), margin: GAP },
          ],
          ...card.levels.map((level) =>
            level.kind === 'not'
              ? [
                  { text: level.soil, fontSize: 11, color: INK },
                  { text: level.instead, fontSize: 11, color: MUTED, colSpan: 4 },
                  '',
                  '',
                  '',
                ]
              : [
                  { text: level.soil, fontSize: 11, color: INK },
                  reading(level.strength),
                  reading(level.water, true),
                  reading(level.product, true),
                  { text: level.dwell, fontSize: 10.5, color: INK, margin: GAP },
                ],
          ),
        ],
      },
    },
    ...card.lines.map(({ word, text }) => ({
      text: [{ text: `${word} `, bold: true }, text],
      fontSize: 10.5,
      color: INK,
      lineHeight: 1.1,
      margin: [0, 0, 0, 2] as [number, number, number, number],
    })),
    {
      text: card.foot,
      fontSize: 8,
      color: MUTED,
      margin: [0, 4, 0, 0],
    },
  ];
}
