import { afterAll, describe, expect, it } from 'vitest';
import { Documents } from './office.ts';

const label = { kind: 'bucket', role: 'wash' } as const;

describe('the worker that lays documents out', () => {
  const documents = new Documents();
  afterAll(() => documents.close());

  it('that is stopped in the middle is told to whoever waits, and is started again with the next', async () => {
    const asked = documents.labelPdf(label, 'small', 1);
    const told = expect(asked).rejects.toMatchObject({ status: 503 });
    await documents.close();
    await told;
    const pdf = await documents.labelPdf(label, 'small', 1);
    expect(Buffer.from(pdf.slice(0, 5)).toString()).toBe('%PDF-');
  });
});
