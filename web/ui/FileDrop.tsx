import { type ReactNode, useState } from 'react';
import { t } from '../lib/speech.ts';

/** Where a file is dropped or chosen; what it is for is said inside. */
export function FileDrop(props: {
  /** What files may be chosen, as the browser has it. */
  accept: string;
  busy: boolean;
  choose: (file: File) => void;
  /** What stands beside the button. */
  beside?: ReactNode;
  children: ReactNode;
}) {
  const { accept, busy, choose, beside, children } = props;
  const [over, setOver] = useState(false);
  return (
    <section
      aria-label={t('The file')}
      className={`border-2 border-dashed p-5 ${over ? 'border-ink bg-faint' : 'border-hairline'}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const [file] = event.dataTransfer.files;
        if (file) choose(file);
      }}
    >
      <p className="mb-3 max-w-3xl">{children}</p>
      <div className="flex flex-wrap gap-3">
        <label className="inline-flex min-h-12 cursor-pointer items-center rounded-[2px] border border-ink bg-ink px-5 font-semibold text-ground has-focus-visible:outline-3">
          {busy ? t('Sending ...') : t('Choose the file')}
          <input
            type="file"
            accept={accept}
            className="sr-only"
            disabled={busy}
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              if (file) choose(file);
              event.target.value = '';
            }}
          />
        </label>
        {beside}
      </div>
    </section>
  );
}
