import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { t } from '../lib/speech.ts';

/** A sheet over the page, closed by its cross, by Escape, or by a tap beside it. */
export function Dialog({
  title,
  close,
  children,
}: {
  title: string;
  close: () => void;
  children: ReactNode;
}) {
  return (
    <Radix.Root open onOpenChange={(open) => !open && close()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-20 bg-ink/35" />
        <Radix.Content
          aria-describedby={undefined}
          className="fixed top-[8vh] left-1/2 z-30 max-h-[84vh] w-[min(36rem,94vw)] -translate-x-1/2 overflow-auto rounded-[2px] border-2 border-ink bg-raised"
        >
          <header className="flex items-center justify-between border-b border-hairline py-1 pr-1 pl-5">
            <Radix.Title className="text-[1.2rem]">{title}</Radix.Title>
            <Radix.Close aria-label={t('Close')} className="flex size-12 items-center justify-center">
              <X aria-hidden />
            </Radix.Close>
          </header>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
