import { useRef } from 'react';
import { type Product, SHEET_TYPES } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import { attach } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { sheetPath } from './sheetPath.ts';

/** The safety data sheet: opened in one tap; a manager attaches it, or a newer one. */
export function SheetFile({ product }: { product: Product }) {
  const { who } = useSession();
  const input = useRef<HTMLInputElement>(null);
  const attaching = useCommand((file: File) => attach<Product>(`/products/${product.id}/sheets`, file));
  return (
    <>
      {product.sheet && (
        <a
          href={sheetPath(product)}
          target="_blank"
          rel="noreferrer"
          className="inline-flex min-h-12 items-center rounded-[2px] border border-ink px-5 no-underline"
        >
          {t('Safety data sheet')}
        </a>
      )}
      {atLeast(who.role, 'manager') && (
        <>
          <input
            ref={input}
            type="file"
            accept={SHEET_TYPES.join(',')}
            className="sr-only"
            tabIndex={-1}
            aria-label={t('Safety data sheet file')}
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              if (file) attaching.run(file);
              event.target.value = '';
            }}
          />
          <Button disabled={attaching.waiting} onClick={() => input.current?.click()}>
            {attaching.waiting
              ? t('Sending it ...')
              : product.sheet
                ? t('Newer sheet')
                : t('Attach its data sheet')}
          </Button>
        </>
      )}
      {attaching.refusal && (
        <div className="basis-full">
          <Refusal problem={attaching.refusal} />
        </div>
      )}
    </>
  );
}
