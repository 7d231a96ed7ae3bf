import type { ComponentType } from 'react';
import { type Fetched, fetched } from './fetched.tsx';

/** How high a chart is drawn, in pixels, where nothing else is asked of it. */
export const CHART_PX = 240;

/** A chart that is fetched when it is first wanted. Its room is kept: what stands below it stays under the finger. */
export function fetchedChart<P extends object>(
  load: () => Promise<{ default: ComponentType<P> }>,
): Fetched<P> {
  return fetched(
    load,
    <div aria-hidden className="mt-5">
      <div style={{ height: CHART_PX }} />
      <p className="text-[0.94rem]">&nbsp;</p>
    </div>,
  );
}
