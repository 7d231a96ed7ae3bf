import { useState } from 'react';
import { ClockStrip } from '../clocks/ClockStrip.tsx';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { namesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { FirstAidButton } from './FirstAidButton.tsx';
import { PinPad, SignIn } from './SignIn.tsx';

/**
 * A shared tablet that was left alone: its clocks go on in plain sight, everything else waits for a PIN. Whoever comes
 * back finds what they were mixing; whoever takes it over starts with their own.
 */
export default function LockScreen() {
  const { who, shop } = useSession();
  const { data: names = [] } = useQuery(namesQuery);
  const [handingOver, setHandingOver] = useState(false);
  const { personId: id, name, role } = who;
  // Without a connection the names may not be there: whose it is is known all the same.
  const person = names.find((n) => n.id === id) ?? { id, name, role };
  return (
    <>
      <ClockStrip locked />
      {handingOver ? (
        <SignIn shop={shop} />
      ) : (
        <main className="mx-auto grid max-w-4xl gap-x-13 gap-y-5 p-5 max-md:grid-cols-[minmax(0,1fr)] md:grid-cols-[1fr_20rem] md:pt-13">
          <header>
            <h1>{t('Locked')}</h1>
            <p className="mt-2 mb-5 max-w-md">
              {t('What {0} was doing is kept; clocks run on.', who.name.split(' ')[0])}
            </p>
            <FirstAidButton />
          </header>
          <PinPad wide person={person} back={() => setHandingOver(true)} />
        </main>
      )}
    </>
  );
}
