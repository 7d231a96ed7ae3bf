import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { createCanvas } from '@napi-rs/canvas';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import pdfmake from 'pdfmake';
import { decompress } from 'wawoff2';
import type { Label, LabelSize } from '#contract/labels.ts';
import { bucketLabel, type Content, labelStyles, largeLabel, pt, smallLabel } from './labelContent.ts';

// Paper: documents laid out as PDF, and a page of one as a picture. Runs in a worker: a page takes tens of milliseconds.

const resolve = createRequire(import.meta.url).resolve;

/** The shop's faces. They ship packed; unpacked once here, since a page would unpack them again each time. */
const FACES = {
  Atkinson: { normal: 'atkinson-hyperlegible-next 400', bold: 'atkinson-hyperlegible-next 700' },
  Archivo: { normal: 'archivo 500', bold: 'archivo 700' },
};
/** Files in memory, which the library has and its types leave out. */
const { virtualfs } = pdfmake as unknown as {
  virtualfs: { writeFileSync(name: string, bytes: Buffer): void };
};

for (const face of Object.values(FACES).flatMap((f) => Object.values(f))) {
  const [family, weight] = face.split(' ');
  const packed = readFileSync(resolve(`@fontsource/${family}/files/${family}-latin-${weight}-normal.woff2`));
  virtualfs.writeFileSync(face, Buffer.from(await decompress(packed)));
}
pdfmake.setFonts(FACES);
pdfmake.setLocalAccessPolicy(() => false);
pdfmake.setUrlAccessPolicy(() => false);

/** Any document, in the shop’s faces. */
export const pdfOf = (
  document: Omit<Parameters<typeof pdfmake.createPdf>[0], 'defaultStyle'>,
): Promise<Uint8Array> => pdfmake.createPdf({ ...document, defaultStyle: { font: 'Atkinson' } }).getBuffer();

/** Sizes in millimetres: across and down. On A4 two across and four down, cut along the lines. */
const SIZES: Record<LabelSize, { across: number; down: number; margin: number }> = {
  large: { across: 100, down: 62, margin: 3.5 },
  small: { across: 62, down: 29, margin: 2 },
  a4: { across: 99, down: 67, margin: 4 },
};
const SHEET_MARGINS: [number, number, number, number] = [pt(6), pt(14), pt(6), pt(10)];
const RULE = {
  hLineWidth: () => 0.4,
  vLineWidth: () => 0.4,
  hLineColor: () => '#7C8C93',
  vLineColor: () => '#7C8C93',
};
const NO_PADDING = {
  paddingLeft: () => 0,
  paddingRight: () => 0,
  paddingTop: () => 0,
  paddingBottom: () => 0,
};

/** Long names and many hazards are set smaller rather than cut off. */
const SCALES = [1, 0.88, 0.76, 0.64, 0.52];

/** A label as a PDF, so many times: a page each on a roll, or eight to a page on A4. */
export const labelPdf = (label: Label, size: LabelSize, copies: number): Promise<Uint8Array> =>
  labelsPdf(
    Array.from({ length: copies }, () => label),
    size,
  );

/** Labels as one PDF, one after the other. All are set as small as the one that needs it most. */
export async function labelsPdf(labels: readonly Label[], size: LabelSize): Promise<Uint8Array> {
  let scale = 1;
  for (const label of new Set(labels)) scale = Math.min(scale, await fitting(label, size));
  const [first] = labels;
  const title =
    first?.kind === 'bottle' ? `${first.code} ${first.productName}` : first ? `${first.role} bucket` : '';
  return size === 'a4' ? sheet(labels, scale, { title }) : roll(labels, size, scale, { title });
}

/** The largest scale at which a label's words fit on it. */
async function fitting(label: Label, size: LabelSize): Promise<number> {
  for (const scale of SCALES) {
    if (countPages(await roll([label], size, scale)) === 1) return scale;
  }
  return SCALES.at(-1) ?? 1;
}

function roll(
  labels: readonly Label[],
  size: LabelSize,
  scale: number,
  info?: { title: string },
): Promise<Uint8Array> {
  const { across, down, margin } = SIZES[size];
  return pdfOf({
    ...(info && { info }),
    pageSize: { width: pt(across), height: pt(down) },
    pageMargins: pt(margin),
    styles: labelStyles(scale),
    content: labels.map((label, i) => ({
      stack: [onPaper(label, size)],
      ...(i > 0 && { pageBreak: 'before' as const }),
    })),
  });
}

function sheet(labels: readonly Label[], scale: number, info: { title: string }): Promise<Uint8Array> {
  const { across, down, margin } = SIZES.a4;
  const inside = pt(margin);
  const cell = (label: Label | undefined): Content =>
    label ? { stack: [onPaper(label, 'a4')], margin: [inside, inside, inside, inside] } : '';
  const body = Array.from({ length: Math.ceil(labels.length / 2) }, (_, row) => [
    cell(labels[row * 2]),
    cell(labels[row * 2 + 1]),
  ]);
  return pdfOf({
    info,
    pageSize: 'A4',
    pageMargins: SHEET_MARGINS,
    styles: labelStyles(scale),
    content: [
      {
        table: { widths: [pt(across), pt(across)], heights: pt(down), dontBreakRows: true, body },
        layout: { ...RULE, ...NO_PADDING },
      },
    ],
  });
}

function onPaper(label: Label, size: LabelSize): Content {
  const { across, down, margin } = SIZES[size];
  const [width, height] = [pt(across - 2 * margin), pt(down - 2 * margin)];
  if (label.kind === 'bucket') return bucketLabel(label.role, width, height);
  return size === 'small' ? smallLabel(label) : largeLabel(label, height);
}

/** How many pages a PDF has, by its own page objects. */
export const countPages = (pdf: Uint8Array): number =>
  Buffer.from(pdf)
    .toString('latin1')
    .match(/\/Type \/Page\b/g)?.length ?? 0;

/** A page of a PDF as a PNG, drawn at so many dots to the inch. */
export async function pagePng(pdf: Uint8Array, page: number, dpi: number): Promise<Uint8Array> {
  const task = getDocument({ data: new Uint8Array(pdf), useSystemFonts: false, verbosity: 0 });
  const document = await task.promise;
  try {
    const sheet = await document.getPage(page);
    const viewport = sheet.getViewport({ scale: dpi / 72 });
    const canvas = createCanvas(Math.ceil(viewport.width), Math.ceil(viewport.height));
    const canvasContext = canvas.getContext('2d') as unknown as CanvasRenderingContext2D;
    await sheet.render({ canvas: null, canvasContext, viewport, background: '#ffffff' }).promise;
    return canvas.toBuffer('image/png');
  } finally {
    await task.destroy();
  }
}
