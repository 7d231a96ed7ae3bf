import type { RequestHandler } from 'express';
import { prepareSheet } from '#contract/prepareSheet.ts';
import type { AppContext } from '../appContext.ts';
import { parseBody } from '../http/readRequest.ts';
import { bytesOf } from '../photos/queries.ts';

/** Answers with a sheet to print, in the words it was asked in; its code leads back to where it came from. */
export const sheetPdf =
  (context: AppContext, name: string): RequestHandler =>
  async (req, res) => {
    const sheet = parseBody(prepareSheet, req.body);
    const address = sheet.path === '' ? null : `${context.publicAddress()}${sheet.path}`;
    const pictures = [];
    for (const { id, says } of sheet.photos ?? []) {
      const jpeg = await bytesOf(context.books, id);
      // One deleted meanwhile is left out.
      if (jpeg) pictures.push({ says, jpeg });
    }
    const pdf = await context.documents.prepareSheetPdf({ ...sheet, address, pictures });
    res.type('application/pdf').attachment(name).send(Buffer.from(pdf));
  };
