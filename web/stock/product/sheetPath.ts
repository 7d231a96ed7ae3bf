import type { Product } from '#contract/products.ts';

/** Where a product's safety data sheet is opened. */
export const sheetPath = (product: Pick<Product, 'id' | 'sheet'>): string =>
  `/api/products/${product.id}/sheets/${product.sheet?.id}`;
