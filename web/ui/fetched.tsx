import {
  type ComponentType,
  createElement,
  type ReactNode,
  useEffect,
  useReducer,
  useRef,
  useState,
} from 'react';
import type { Params } from 'react-router';
import { refuse } from '#contract/refusals.ts';
import { t } from '../lib/speech.ts';
import type { PageQuery } from '../state/useAsked.ts';
import { Button } from './Button.tsx';
import { Refusal } from './Refusal.tsx';

/** A part of the program that is fetched when it is first wanted. */
export type Fetched<P> = ComponentType<P> & {
  fetch(): Promise<void>;
  here(): boolean;
  /** What it can't be shown without, once it is here. */
  needs: Needs;
};

/** What a page of an address asks for before it is shown. */
export type Needs = (of: { params: Params; personId: number }) => readonly PageQuery[];

type Source<P> = {
  part: ComponentType<P> | null;
  needs: Needs;
  fetch(): Promise<void>;
  meanwhile: ReactNode;
  around(refusal: ReactNode, props: P): ReactNode;
};

/**
 * Not by React's Suspense: after an empty frame it holds back for 300 ms what has long come.
 * @param load where the part is
 * @param meanwhile what stands in its place until it is here
 * @param around what its refusal stands in, where it can't be fetched
 */
export function fetched<P extends object>(
  load: () => Promise<{ default: ComponentType<P> & { needs?: Needs } }>,
  meanwhile: ReactNode = null,
  around: Source<P>['around'] = (refusal) => refusal,
): Fetched<P> {
  const source: Source<P> = {
    part: null,
    needs: () => [],
    async fetch() {
      if (source.part) return;
      const { default: part } = await load();
      source.needs = part.needs ?? source.needs;
      source.part = part;
    },
    meanwhile,
    around,
  };
  return Object.assign((props: P) => <Part source={source} props={props} />, {
    fetch: source.fetch,
    here: () => source.part !== null,
    needs: ((of) => source.needs(of)) satisfies Needs,
  });
}

function Part<P extends object>({ source, props }: { source: Source<P>; props: P }) {
  const [failed, fail] = useState(false);
  const asked = useRef(false);
  const [, seen] = useReducer((times: number) => times + 1, 0);
  const here = source.part !== null;
  useEffect(() => {
    if (here || failed) return;
    void source.fetch().then(seen, async () => {
      // Some browsers never ask again for a module they once could not have: only the page opened anew does.
      if (asked.current && (await isReached())) window.location.reload();
      else fail(true);
    });
  }, [source, here, failed]);
  if (source.part) return createElement(source.part, props);
  const again = () => {
    asked.current = true;
    fail(false);
  };
  return failed ? source.around(<NotFetched again={again} />, props) : source.meanwhile;
}

/** Whether the shop's machine hands out its pages now. */
async function isReached(): Promise<boolean> {
  try {
    return (await fetch(window.location.href, { cache: 'no-store' })).ok;
  } catch {
    return false;
  }
}

const NOT_FETCHED = refuse('page.notFetched', {});

function NotFetched({ again }: { again: () => void }) {
  return (
    <div className="flex max-w-xl flex-col items-start gap-5 p-5">
      <Refusal problem={NOT_FETCHED} />
      <Button bay onClick={again}>
        {t('Try again')}
      </Button>
    </div>
  );
}
