import { createContext, useContext } from 'react';
import type { Who } from '#contract/people.ts';
import type { Shop } from '#contract/shop.ts';

/** Who is signed in and whose shop it is: there for everything inside the shell. */
const SessionContext = createContext<{ who: Who; shop: Shop } | null>(null);

export const SessionProvider = SessionContext.Provider;

export function useSession(): { who: Who; shop: Shop } {
  const session = useContext(SessionContext);
  if (!session) throw new Error('asked for the session outside the shell');
  return session;
}
