import { DropdownMenu } from 'radix-ui';
import { useNavigate } from 'react-router';
import { queryClient, whoQuery } from '../state/queries.ts';
import { THEMES, useDevice } from '../state/theme.ts';
import { remove } from './api.ts';
import { useSession } from './session.tsx';

const THEME_NAMES = {
  system: 'As the device is',
  light: 'Light',
  dark: 'Dark',
  glare: 'Glare, for a sunny bay',
};
const ITEM =
  'flex min-h-12 items-center gap-3 px-4 outline-none data-[highlighted]:bg-ink data-[highlighted]:text-ground';

/** Who is signed in, and what belongs to this device rather than to the shop. */
export function WhoMenu({ onFind, onKeys }: { onFind: () => void; onKeys: () => void }) {
  const { who } = useSession();
  const { theme, set } = useDevice();
  const navigate = useNavigate();

  const signOut = async () => {
    await remove('/sessions/current');
    navigate('/bench');
    queryClient.setQueryData(whoQuery.queryKey, null);
    queryClient.removeQueries({
      predicate: ({ queryKey }) => queryKey[0] !== 'who' && queryKey[0] !== 'shop',
    });
  };

  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="flex min-h-17 flex-1 flex-col items-center justify-center px-1 text-[0.94rem] lg:items-start lg:px-4 lg:pb-5 lg:text-base">
        <span className="max-w-[15vw] truncate underline decoration-1 underline-offset-4 lg:max-w-28">
          <span className="lg:hidden">{who.name.split(' ')[0]}</span>
          <span className="hidden lg:inline">{who.name}</span>
        </span>
        <span className="hidden text-[0.9rem] text-muted lg:block">{who.role}</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          side="top"
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-20 w-68 rounded-[2px] border-2 border-ink bg-raised"
        >
          <DropdownMenu.Label className="caps px-4 pt-3 text-muted">
            How this device shows things
          </DropdownMenu.Label>
          <DropdownMenu.RadioGroup
            value={theme}
            onValueChange={(value) => set({ theme: value as typeof theme })}
          >
            {THEMES.map((t) => (
              <DropdownMenu.RadioItem
                key={t}
                value={t}
                className={ITEM}
                onSelect={(event) => event.preventDefault()}
              >
                <span
                  aria-hidden
                  className={`h-4 border-l-4 ${theme === t ? 'border-current' : 'border-transparent'}`}
                />
                {THEME_NAMES[t]}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="border-t border-hairline" />
          <DropdownMenu.Item className={ITEM} onSelect={onFind}>
            Find anything<kbd className="reading ml-auto">/</kbd>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={onKeys}>
            Keys<kbd className="reading ml-auto">?</kbd>
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="border-t border-hairline" />
          <DropdownMenu.Item className={`${ITEM} font-semibold`} onSelect={() => void signOut()}>
            Sign out {who.name.split(' ')[0]}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
