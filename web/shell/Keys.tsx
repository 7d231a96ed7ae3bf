import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { useDevice } from '../state/theme.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { Tick } from '../ui/Tick.tsx';
import { placesOf } from './places.ts';

const KEYS: () => [string, string][] = () => [
  ['/', t('Find a container, product, vessel or person')],
  [t('Ctrl Enter'), t('Pour, on the Bench')],
  [
    t('Up, Down'),
    t('Step through the soil levels of a recipe, or the label strengths in the strength field'),
  ],
  ['+, -', t('A step stronger or weaker, in a cell of the book')],
  [t('Ctrl Z'), t('Take the last change in the book back')],
  ['!', t('Spill and first aid')],
  [t('Esc'), t('Close what is open')],
  ['?', t('This list')],
];

/** Every key there is, and the switch for those that jump. */
export default function Keys({ close }: { close: () => void }) {
  const { jumps, set } = useDevice();
  const { who } = useSession();
  return (
    <Dialog title={t('Keys')} close={close}>
      <dl className="px-5 py-3">
        {[...placesOf(who.role).map(({ key, name }) => [key, name] as [string, string]), ...KEYS()].map(
          ([key, does]) => (
            <div key={key} className="ruled flex gap-5 border-faint py-2 last:border-0">
              <dt className="reading w-28 shrink-0">{key}</dt>
              <dd>{does}</dd>
            </div>
          ),
        )}
      </dl>
      <Tick className="border-t border-hairline px-5 py-3" checked={jumps} set={(jumps) => set({ jumps })}>
        {t('One letter jumps to a place')}
      </Tick>
    </Dialog>
  );
}
