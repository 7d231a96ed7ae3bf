import { ScanLine } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { LANGUAGE_NAMES, LANGUAGES, type Language } from '#contract/languages.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { put, remove } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { forgetPerson } from '../state/handOver.ts';
import { queryClient, whoQuery } from '../state/queries.ts';
import { THEMES, useDevice } from '../state/theme.ts';
import { forgetPin, lockHere } from '../state/unlockHere.ts';
import { dayOf } from '../ui/dates.ts';
import { placesOf } from './places.ts';
import { lock } from './useIdleLock.ts';

const THEME_NAMES = () => ({
  system: t('As the device is'),
  light: t('Light'),
  dark: t('Dark'),
  glare: t('Glare, for a sunny bay'),
});
const UNIT_CHOICES = ['shop', 'metric', 'us', 'imperial'] as const;
const UNIT_NAMES_HERE: () => Record<UnitSystem, string> = () => ({
  metric: t('metric units'),
  us: t('US units'),
  imperial: t('imperial units'),
});
const ITEM =
  'flex min-h-12 items-center gap-3 px-4 outline-none data-[highlighted]:bg-ink data-[highlighted]:text-ground';

/** Who is signed in, and what belongs to this device rather than to the shop. */
export default function WhoMenu(props: { onScan: () => void; onFind: () => void; onKeys: () => void }) {
  const { onScan, onFind, onKeys } = props;
  const { who, settings } = useSession();
  const { theme, units, set } = useDevice();
  const navigate = useNavigate();

  const read = async (language: Language) => {
    await put('/sessions/current/language', { language });
    queryClient.setQueryData(whoQuery.queryKey, (now) => now && { ...now, language });
  };
  const signOut = async () => {
    await remove('/sessions/current');
    lockHere(null);
    await forgetPin(who.personId);
    navigate('/yard');
    queryClient.setQueryData(whoQuery.queryKey, null);
    forgetPerson();
  };

  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="flex min-h-(--places) min-w-0 flex-1 flex-col items-center justify-center px-0.5 text-[0.94rem] lg:items-start lg:px-4 lg:pb-5 lg:text-base">
        <span className="max-w-[15vw] truncate underline decoration-1 underline-offset-4 lg:max-w-28">
          <span className="lg:hidden">{who.name.split(' ')[0]}</span>
          <span className="hidden lg:inline">{who.name}</span>
        </span>
        <span className="hidden text-[0.9rem] text-muted lg:block">{t(who.role)}</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          side="top"
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-20 max-h-(--radix-dropdown-menu-content-available-height) w-72 overflow-auto rounded-[2px] border-2 border-ink bg-raised"
        >
          <DropdownMenu.Item className={`${ITEM} font-semibold lg:hidden`} onSelect={onScan}>
            <ScanLine aria-hidden size={20} />
            {t('Scan a label')}
          </DropdownMenu.Item>
          {placesOf(who.role)
            .filter((p) => p.desk)
            .map(({ path, name }) => (
              <DropdownMenu.Item
                key={path}
                className={`${ITEM} font-semibold lg:hidden`}
                onSelect={() => void navigate(path)}
              >
                {name}
              </DropdownMenu.Item>
            ))}
          <DropdownMenu.Separator className="border-t border-hairline lg:hidden" />
          <DropdownMenu.Item
            className={ITEM}
            onSelect={() => {
              const today = dayOf(shopNow(), settings.zone);
              void navigate(`/stock/movements?person=${who.personId}&from=${today}&to=${today}`);
            }}
          >
            {t('My day')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={onFind}>
            {t('Find anything')}
            <kbd className="reading ml-auto">/</kbd>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={onKeys}>
            {t('Keys')}
            <kbd className="reading ml-auto">?</kbd>
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="border-t border-hairline" />
          <DropdownMenu.Item className={ITEM} onSelect={lock}>
            {t('Lock, or hand over')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={`${ITEM} font-semibold`} onSelect={() => void signOut()}>
            {t('Sign out {0}', who.name.split(' ')[0])}
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="border-t border-hairline" />
          <DropdownMenu.Label className="caps px-4 pt-3 text-muted">
            {t('How this device shows things')}
          </DropdownMenu.Label>
          <DropdownMenu.RadioGroup
            value={theme}
            onValueChange={(value) => set({ theme: value as typeof theme })}
          >
            {THEMES.map((t) => (
              <RadioItem key={t} value={t} chosen={theme === t}>
                {THEME_NAMES()[t]}
              </RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="border-t border-hairline" />
          <DropdownMenu.RadioGroup
            value={units ?? 'shop'}
            onValueChange={(value) => set({ units: value === 'shop' ? null : (value as UnitSystem) })}
          >
            {UNIT_CHOICES.map((u) => (
              <RadioItem key={u} value={u} chosen={(units ?? 'shop') === u}>
                {u === 'shop'
                  ? t('As the shop: {0}', UNIT_NAMES_HERE()[settings.units])
                  : UNIT_NAMES_HERE()[u]}
              </RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Label className="caps border-t border-hairline px-4 pt-3 text-muted">
            {t('What you read in')}
          </DropdownMenu.Label>
          <DropdownMenu.RadioGroup
            value={who.language}
            onValueChange={(value) => void read(value as Language)}
          >
            {LANGUAGES.map((l) => (
              <RadioItem key={l} value={l} chosen={who.language === l}>
                {LANGUAGE_NAMES[l]}
              </RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function RadioItem({ value, chosen, children }: { value: string; chosen: boolean; children: ReactNode }) {
  return (
    <DropdownMenu.RadioItem value={value} className={ITEM} onSelect={(event) => event.preventDefault()}>
      <span aria-hidden className={`h-4 border-l-4 ${chosen ? 'border-current' : 'border-transparent'}`} />
      {children}
    </DropdownMenu.RadioItem>
  );
}
