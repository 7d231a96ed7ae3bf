import { useState } from 'react';
import { LABEL_SIZE_NAMES, LABEL_SIZES, LABELS_ON_A4, type LabelSize } from '#contract/labels.ts';
import { t } from '../lib/speech.ts';
import { useDevice } from '../state/theme.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { ListField } from '../ui/Labelled.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { Tick } from '../ui/Tick.tsx';
import { type LabelOf, labelPath, labelPrinterQuery, printLabel } from './labels.ts';

/** A label as it will come out, to print on the label printer or as a PDF on any other. */
export default function LabelDialog({ of, close }: { of: LabelOf; close: () => void }) {
  const { labelSize, printEach, set } = useDevice();
  const { data: printer } = useQuery(labelPrinterQuery);
  const [shown, setShown] = useState<string | null>(null);
  const [broken, setBroken] = useState(false);
  const picture = labelPath(of, 'png', labelSize);
  const copies = labelSize === 'a4' ? LABELS_ON_A4 : 1;
  const printing = useCommand(() => printLabel(of, { size: labelSize, copies }));
  const title = 'role' in of ? t('{0} bucket', of.role) : t('Label of {0}', of.code);
  return (
    <Dialog title={title} close={close}>
      <div className="flex flex-col gap-4 p-5">
        <ListField
          label={t('Size')}
          bay
          value={labelSize}
          options={LABEL_SIZES.map((value) => ({ value, name: t(LABEL_SIZE_NAMES[value]) }))}
          onChange={(size) => {
            printing.forget();
            setBroken(false);
            set({ labelSize: size as LabelSize });
          }}
        />
        <div className="flex min-h-[39vh] items-center justify-center bg-faint p-3">
          {broken ? (
            <p>{t('The label could not be drawn. Close this and open it again.')}</p>
          ) : (
            <img
              key={picture}
              src={picture}
              alt={t('{0}, as it comes out', title)}
              className={`max-h-[36vh] max-w-full bg-white ${shown === picture ? '' : 'hidden'}`}
              onLoad={() => setShown(picture)}
              onError={() => setBroken(true)}
            />
          )}
          {!broken && shown !== picture && <p role="status">{t('Preparing it ...')}</p>}
        </div>
        <div className="grid gap-3 sm:grid-cols-2">
          {printer?.kind === 'simulated' && (
            <Button look="main" bay disabled={printing.waiting} onClick={() => printing.run()}>
              {printing.waiting
                ? t('Printing ...')
                : copies === 1
                  ? t('Print it')
                  : t('Print a sheet of {0}', copies)}
            </Button>
          )}
          <a
            href={labelPath(of, 'pdf', labelSize)}
            target="_blank"
            rel="noreferrer"
            className="inline-flex min-h-16 items-center justify-center border border-ink px-5 text-lg no-underline"
          >
            {t('Open as PDF')}
          </a>
        </div>
        {printing.refusal && <Refusal problem={printing.refusal} />}
        {printing.answer && <p role="status">{t('Printed. The simulated printer keeps it, under Rigs.')}</p>}
        {printer?.kind === 'simulated' && 'batchId' in of && (
          <Tick checked={printEach} set={(checked) => set({ printEach: checked })}>
            {t('Print one for every mix made on this device')}
          </Tick>
        )}
      </div>
    </Dialog>
  );
}
