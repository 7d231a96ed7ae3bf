import { useEffect, useState } from 'react';
import type { Instrument, InstrumentKind, Reading } from '#contract/instruments.ts';
import { instrumentsQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';

export type LiveState = {
  instrument: Instrument | null;
  /** The last reading that was one, with how long ago it came where the instrument has gone. */
  reading: Exclude<Reading, { kind: 'gone' }> | null;
  gone: boolean;
};

/** An instrument of a kind that sits on a machine or a line, or the scale, with what it shows now. */
export function useInstrument(kind: InstrumentKind, on: Instrument['on']): LiveState {
  const { data: all = [] } = useQuery(instrumentsQuery);
  const instrument =
    all.find((i) => i.kind === kind && (kind === 'scale' || JSON.stringify(i.on) === JSON.stringify(on))) ??
    null;
  const id = instrument?.id ?? null;
  const [state, setState] = useState<{ id: string | null; reading: LiveState['reading']; gone: boolean }>({
    id: null,
    reading: null,
    gone: false,
  });
  useEffect(() => {
    if (id === null) return;
    const stream = new EventSource(`/api/instruments/${id}/readings`);
    stream.addEventListener('reading', (event) => {
      const reading = JSON.parse(event.data) as Reading;
      setState((before) => {
        const last = before.id === id ? before.reading : null;
        return reading.kind === 'gone' ? { id, reading: last, gone: true } : { id, reading, gone: false };
      });
    });
    // The shop's machine itself can't be reached: as good as unplugged, until the stream comes back by itself.
    stream.addEventListener('error', () => setState((before) => ({ ...before, gone: true })));
    return () => stream.close();
  }, [id]);
  return state.id === id
    ? { instrument, reading: state.reading, gone: state.gone }
    : { instrument, reading: null, gone: false };
}
