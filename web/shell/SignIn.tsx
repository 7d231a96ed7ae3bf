import { useEffect, useRef, useState } from 'react';
import type { SignInName, Who } from '#contract/people.ts';
import type { Shop } from '#contract/shop.ts';
import { ApiProblem, post } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { takeOver } from '../state/handOver.ts';
import { namesQuery } from '../state/queries.ts';
import { lockHere, rememberPin, unlockHere } from '../state/unlockHere.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { FirstAidButton } from './FirstAidButton.tsx';
import { fetchBench } from './Pages.tsx';

/** The sign-in page: a name, then four digits. */
export function SignIn({ shop }: { shop: Shop }) {
  const { data: names = [] } = useQuery(namesQuery);
  const [person, setPerson] = useState<SignInName | null>(null);
  return (
    <main className="mx-auto grid max-w-4xl gap-x-13 gap-y-5 p-5 max-md:grid-cols-[minmax(0,1fr)] md:grid-cols-[1fr_20rem] md:pt-13">
      <header className="flex flex-wrap items-start justify-between gap-3 md:col-span-2">
        <div>
          <h1>{shop.name}</h1>
          <p className="text-muted">{t('Choose your name, then type your PIN.')}</p>
        </div>
        <FirstAidButton />
      </header>
      <ul className={`border-t border-ink ${person ? 'max-md:hidden' : ''}`}>
        {names.map((name) => (
          <li key={name.id} className="ruled">
            <button
              type="button"
              aria-pressed={person?.id === name.id}
              onClick={() => setPerson(name)}
              className="flex min-h-16 w-full items-center justify-between gap-3 border-l-6 border-transparent px-3 text-left text-lg aria-pressed:border-ink aria-pressed:font-bold"
            >
              <span>{name.name}</span>
              <span className="text-base font-normal text-muted">
                {t(name.role)}
                {name.demoPin && (
                  <>
                    {t(', PIN')} <span className="reading text-ink">{name.demoPin}</span>
                  </>
                )}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {person && <PinPad key={person.id} person={person} back={() => setPerson(null)} />}
      {shop.demo && (
        <p className="text-[0.94rem] text-muted md:col-span-2">
          {t('This is a made-up shop to try things in, so its PINs are printed here. Nobody in it is real.')}
        </p>
      )}
    </main>
  );
}

/** Asks the shop's machine; where it can't be reached, whoever locked this device unlocks it. */
async function signedIn(personId: number, pin: string): Promise<Who> {
  try {
    const who = await post<Who>('/sessions', { personId, pin });
    lockHere(null);
    void rememberPin(who, pin);
    return who;
  } catch (error) {
    if (!(error instanceof ApiProblem) || error.problem.status !== 0) throw error;
    const here = await unlockHere(personId, pin);
    if (here === null) throw error;
    if ('code' in here) {
      const { code, facts } = here;
      throw new ApiProblem({
        type: 'about:blank',
        title: '',
        status: 401,
        code,
        facts: facts as never,
        detail: '',
      });
    }
    lockHere(null);
    return { ...here, locked: false };
  }
}

const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];

/** Four digits on large keys; whoever types theirs is signed in on this device. */
export function PinPad(props: { person: SignInName; back: () => void; wide?: boolean }) {
  const { person, back, wide = false } = props;
  const [pin, setPin] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const signIn = useCommand(
    (typed: string) => signedIn(person.id, typed),
    takeOver,
    () => setPin(''),
    { atOnce: true },
  );
  useEffect(() => {
    input.current?.focus();
    void fetchBench();
  }, []);

  const type = (typed: string) => {
    const digits = typed.replace(/\D/g, '').slice(0, 4);
    setPin(digits);
    if (digits.length === 4) signIn.run(digits);
    else if (signIn.refusal && digits) signIn.forget();
  };
  const wrong = signIn.refusal instanceof ApiProblem ? signIn.refusal : null;

  return (
    <section aria-label={t('PIN of {0}', person.name)} className="flex flex-col gap-3">
      <div className="flex items-center justify-between gap-3">
        <h2>{person.name}</h2>
        <Button className={wide ? '' : 'md:hidden'} onClick={back}>
          {t('Someone else')}
        </Button>
      </div>
      <input
        ref={input}
        type="password"
        inputMode="none"
        autoComplete="off"
        aria-label={t('PIN, four digits')}
        aria-invalid={wrong !== null}
        value={pin}
        disabled={signIn.waiting}
        onChange={(e) => type(e.target.value)}
        className="reading h-16 w-full min-w-0 rounded-[2px] border border-ink bg-raised text-center text-3xl tracking-[0.6em] indent-[0.6em]"
      />
      <div className="grid grid-cols-3 gap-3">
        {DIGITS.map((d) => (
          <Key key={d} label={d} press={() => type(pin + d)} />
        ))}
        <Key label={t('Clear')} press={() => type('')} />
        <Key label="0" press={() => type(`${pin}0`)} />
        <Key label={t('Back')} press={() => type(pin.slice(0, -1))} />
      </div>
      <Refusal problem={wrong} />
    </section>
  );
}

function Key({ label, press }: { label: string; press: () => void }) {
  return (
    <button
      type="button"
      onClick={press}
      className="reading min-h-16 rounded-[2px] border border-ink text-xl active:bg-ink active:text-ground"
    >
      {label}
    </button>
  );
}
