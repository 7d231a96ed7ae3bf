/** A bar from one time to another on a rule so many seconds long. */
export const bar = (fromS: number, toS: number, span: number) => ({
  left: `${(fromS / span) * 100}%`,
  width: `${(Math.max(0, toS - fromS) / span) * 100}%`,
});

/** What a look on the rule stands for. */
export function Key({ className, what }: { className: string; what: string }) {
  return (
    <span className="flex items-center gap-2">
      <span aria-hidden className={`inline-block h-3 w-5 ${className}`} />
      {what}
    </span>
  );
}

/** Whole steps to grade the rule by, at most six. */
export function stepsTo(span: number): number[] {
  const step = [30, 60, 120, 180, 300, 600, 1_200].find((s) => span / s <= 5.5) ?? 2_400;
  return Array.from({ length: Math.floor(span / step) + 1 }, (_, i) => i * step);
}
