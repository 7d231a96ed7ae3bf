import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { ApiProblem } from '../lib/api.ts';
import { ManagersWord } from './ManagersWord.tsx';

/** A no in plain words: a filled bar, what is wrong, and what would work. */
export function Refusal({ problem, id }: { problem: CoreRefusal | Error | null; id?: string }) {
  if (!problem) return null;
  const { reason, remedy } = words(problem);
  const asked = problem instanceof ApiProblem ? problem.problem.override : undefined;
  return (
    <div id={id} role="alert" className="flex gap-3 text-base">
      <span aria-hidden className="w-1.5 shrink-0 bg-stop" />
      <div>
        <p>
          <strong className="text-stop">{reason}</strong> {remedy}
        </p>
        {asked && <ManagersWord of={asked} />}
      </div>
    </div>
  );
}

function words(problem: CoreRefusal | Error): { reason: string; remedy: string } {
  if (!(problem instanceof Error)) return problem;
  if (!(problem instanceof ApiProblem))
    return { reason: 'Something went wrong on this page.', remedy: 'Load it again.' };
  const { detail, remedy, errors } = problem.problem;
  return { reason: detail, remedy: remedy ?? errors?.map((e) => e.remedy).join(' ') ?? '' };
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
