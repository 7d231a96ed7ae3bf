import type { PrepareSheet } from '#contract/prepareSheet.ts';
import { pdfOf } from './documents.ts';
import { type Content, labelStyles, pt } from './labelContent.ts';

const INK = '#15222A';
const MUTED = '#45565F';
const RULES = {
  hLineWidth: () => 0.4,
  vLineWidth: () => 0,
  hLineColor: () => '#7C8C93',
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 3,
  paddingBottom: () => 3,
};

/**
 * A sheet on A4. What is got ready has a box to tick before each line, and a code that leads to the plan as it is by then; what
 * leads nowhere has neither.
 */
export function prepareSheetPdf(
  sheet: PrepareSheet & { address: string | null; pictures: readonly Picture[] },
): Promise<Uint8Array> {
  return pdfOf({
    info: { title: sheet.title },
    pageSize: 'A4',
    pageMargins: [pt(14), pt(14), pt(14), pt(18)],
    styles: labelStyles(1),
    footer: {
      text: sheet.foot,
      fontSize: 8,
      color: MUTED,
      margin: [pt(14), pt(4), pt(14), 0],
    },
    content: [
      {
        columns: [
          {
            width: '*',
            stack: [
              { text: sheet.title, font: 'Archivo', bold: true, fontSize: 24, color: INK, lineHeight: 1 },
              { text: sheet.under, fontSize: 12, color: INK, margin: [0, 4, 0, 0] },
            ],
          },
          ...(sheet.address === null
            ? []
            : [
                {
                  width: pt(27),
                  stack: [
                    {
                      qr: sheet.address,
                      fit: pt(25),
                      eccLevel: 'M' as const,
                      alignment: 'right' as const,
                      foreground: INK,
                    },
                  ],
                },
              ]),
        ],
        columnGap: 10,
      },
      ...sheet.sections.flatMap((section) => sectionContent(section, sheet.address !== null)),
      ...inPairs(sheet.pictures).map(picturesContent),
    ],
  });
}

/** A photo as it is, a JPEG, and what it shows. */
export type Picture = { readonly says: string; readonly jpeg: Uint8Array };

const inPairs = <T>(all: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(all.length / 2) }, (_, i) => all.slice(2 * i, 2 * i + 2));

/** Two beside each other, as wide as the sheet. */
const picturesContent = (pair: readonly Picture[]): Content => ({
  columns: pair.map(({ says, jpeg }) => ({
    width: pt(88),
    stack: [
      {
        image: `data:image/jpeg;base64,${Buffer.from(jpeg).toString('base64')}`,
        fit: [pt(88), pt(70)] as [number, number],
      },
      { text: says, fontSize: 9.5, color: MUTED, margin: [0, 2, 0, 0] as [number, number, number, number] },
    ],
  })),
  columnGap: pt(6),
  unbreakable: true,
  margin: [0, 12, 0, 0],
});

/** Each its own: a shape is moved as it is laid out. */
const box = () => ({
  canvas: [{ type: 'rect' as const, x: 0, y: 0, w: 9, h: 9, lineWidth: 0.8, lineColor: INK }],
  margin: [0, 3, 0, 0] as [number, number, number, number],
});

const sectionContent = ({ name, rows }: PrepareSheet['sections'][number], ticked: boolean): Content[] => [
  { text: name, font: 'Archivo', bold: true, fontSize: 15, color: INK, margin: [0, 12, 0, 3] },
  ...(rows.length === 0
    ? []
    : [
        {
          layout: RULES,
          table: {
            dontBreakRows: true,
            widths: [...(ticked ? [pt(6)] : []), '*', 'auto'],
            body: rows.map(({ main, note, amount }) => [
              ...(ticked ? [box()] : []),
              {
                stack: [
                  { text: main, fontSize: 11.5, color: INK },
                  ...(note ? [{ text: note, fontSize: 9.5, color: MUTED }] : []),
                ],
              },
              {
                text: amount,
                font: 'Archivo',
                bold: true,
                fontSize: 12,
                color: INK,
                alignment: 'right' as const,
              },
            ]),
          },
        },
      ]),
];
