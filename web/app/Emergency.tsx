import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { careInWords, HAZARD_NAMES } from '#core/products/record.ts';
import { useBench } from '../bench/benchDraft.ts';
import { productsQuery } from '../state/queries.ts';
import { sheetPath } from '../stock/product/sheetPath.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { Dialog } from './Dialog.tsx';
import { useSession } from './session.tsx';

/** The spill and first-aid card: one tap from every place, open at what is on the Bench. */
export default function Emergency({ close }: { close: () => void }) {
  const { who } = useSession();
  const atBench = useBench((state) => state.drafts[who.personId]?.productId ?? null);
  const { data: products, error } = useQuery(productsQuery);
  const [id, setId] = useState(atBench);
  const product = products?.find((p) => p.id === id);
  return (
    <Dialog title="Spill and first aid" close={close}>
      <div className="flex flex-col gap-4 p-5">
        <p>
          <strong>Someone can’t breathe, or has it in the eyes: call the emergency number first.</strong> Take
          the label or the data sheet along.
        </p>
        {error && <Refusal problem={error} />}
        {products && (
          <Choice
            label="Which product"
            bay
            value={product ? String(product.id) : ''}
            placeholder="Which product?"
            options={products.map((p) => ({ value: String(p.id), name: p.name }))}
            onChange={(chosen) => setId(Number(chosen))}
          />
        )}
        {product && (
          <>
            <Words
              what="First aid"
              words={product.record.firstAid}
              none="Nothing is entered. Rinse with plenty of water and get help."
            />
            <Words
              what="Spilt"
              words={product.record.spill}
              none="Nothing is entered. Keep people and drains away from it."
            />
            <div className="no-print flex flex-wrap gap-3">
              {product.sheet ? (
                <a
                  href={sheetPath(product)}
                  target="_blank"
                  rel="noreferrer"
                  className="inline-flex min-h-16 items-center border border-ink bg-ink px-5 text-lg font-semibold text-ground no-underline"
                >
                  Safety data sheet
                </a>
              ) : (
                <p className="self-center">No data sheet is attached.</p>
              )}
              <Button bay onClick={() => window.print()}>
                Print the card
              </Button>
            </div>
            <Words
              what="Put on"
              words={careInWords(product.record.care)}
              none="Nothing is asked for; gloves never hurt."
            />
            <Words
              what="It"
              words={product.record.hazards.map((h) => HAZARD_NAMES[h]).join(', ')}
              none="Nobody has entered its hazards."
            />
            <p className="text-muted">The safety data sheet and local rules decide.</p>
          </>
        )}
      </div>
    </Dialog>
  );
}

function Words({ what, words, none }: { what: string; words: string; none: string }) {
  return (
    <section className="border-l-4 border-ink pl-3">
      <h3 className="caps">{what}</h3>
      <p className="text-[1.1rem] leading-snug">{words || none}</p>
    </section>
  );
}
