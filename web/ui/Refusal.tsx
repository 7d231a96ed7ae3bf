import type { Refusal as CoreRefusal, Outcome } from '#core/outcome.ts';
import { ApiProblem } from '../lib/api.ts';
import { problemSaid, said, t } from '../lib/speech.ts';
import { AskForOverride } from './AskForOverride.tsx';

/** A no in plain words: a filled bar, what is wrong, and what would work. */
export function Refusal({ problem, id }: { problem: CoreRefusal | Error | null; id?: string }) {
  if (!problem) return null;
  const { reason, remedy } = problem instanceof Error ? inWords(problem) : said(problem);
  const asked = problem instanceof ApiProblem ? problem.problem.override : undefined;
  return (
    <Stop id={id} reason={reason} remedy={remedy}>
      {asked && <AskForOverride of={asked} />}
    </Stop>
  );
}

/** What stops something, said by whoever draws it. */
export function Stop(props: {
  reason: React.ReactNode;
  remedy: React.ReactNode;
  id?: string | undefined;
  children?: React.ReactNode;
}) {
  const { reason, remedy, id, children } = props;
  return (
    <div
      id={id}
      role="alert"
      className="flex gap-3 text-base between:in-[.pour-row]:col-span-full! between:in-[.pour-row]:-order-1"
    >
      <span aria-hidden className="w-1.5 shrink-0 bg-stop" />
      <div>
        <p>
          <strong className="text-stop">{reason}</strong> {remedy}
        </p>
        {children}
      </div>
    </div>
  );
}

/** What is wrong with what was typed into a field, to stand with it; nothing while nothing was. */
export const wrongIn = (typed: string, read: Outcome<unknown>): React.ReactNode =>
  typed.trim() !== '' && !read.ok && <Refusal problem={read} />;

function inWords(problem: Error): { reason: string; remedy: string } {
  if (!(problem instanceof ApiProblem))
    return { reason: t('Something went wrong on this page.'), remedy: t('Load it again.') };
  return problemSaid(problem.problem);
}

/** Take care: a hatched bar and a word, for what may be done with care. */
export function Watch({ word, children }: { word: string; children: React.ReactNode }) {
  return (
    <div className="flex gap-3 text-base">
      <span aria-hidden className="hatch w-1.5 shrink-0" />
      <p>
        <strong>{word}</strong> {children}
      </p>
    </div>
  );
}
