import { createContext, useContext } from 'react';
import type { Who } from '#contract/people.ts';
import type { Shop } from '#contract/shop.ts';

/** Who is signed in and whose shop it is: there for everything inside the shell. */
type Session = {
  who: Who;
  /** The shop as this device shows it. */
  shop: Shop;
  /** The shop as it is set. */
  settings: Shop;
};

const SessionContext = createContext<Session | null>(null);

export const SessionProvider = SessionContext.Provider;

export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error('asked for the session outside the shell');
  return session;
}
