import { useState } from 'react';
import { t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { TypedField } from '../ui/Labelled.tsx';
import type { SmallPhoto } from '../workers/photo.worker.ts';

/** What a photo of something on a vehicle shows, in as few words as somebody likes. */
export function OfSpot(props: { photo: SmallPhoto; keep: (about: string) => void; close: () => void }) {
  const { photo, keep, close } = props;
  const [about, setAbout] = useState('');
  return (
    <Dialog title={t('A spot')} close={close}>
      <form
        className="flex flex-col gap-4 p-5"
        onSubmit={(event) => {
          event.preventDefault();
          keep(about.trim());
        }}
      >
        <img
          src={`data:image/jpeg;base64,${photo.jpeg}`}
          alt={t('What was just taken')}
          className="max-h-[40vh] w-full object-contain"
        />
        <TypedField
          label={t('What it shows')}
          value={about}
          maxLength={80}
          onChange={(event) => setAbout(event.target.value)}
        />
        <Button type="submit" look="main" bay>
          {t('Keep it')}
        </Button>
      </form>
    </Dialog>
  );
}
