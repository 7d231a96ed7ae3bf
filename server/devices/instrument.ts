import type { Act, Instrument, Reading } from '#contract/instruments.ts';

/** Something that is read while it changes, real or not. What is connected behind it decides how. */
export interface LiveInstrument {
  describe(): Instrument;
  /** Calls back with each reading, the latest at once, until the returned function is called. */
  listen(told: (reading: Reading) => void): () => void;
  /** Does to a stand-in what hands would; the real thing has none. */
  act?(act: Act, of?: PutOn): Promise<void>;
}

/** What is put on a scale: a container of the shelf, or a vessel in use. */
export type PutOn = { containerId?: number | undefined; vesselId?: number | undefined };

/** The instruments of a shop. */
export interface Instruments {
  list(): Promise<Instrument[]>;
  find(id: string): Promise<LiveInstrument | undefined>;
  close(): void;
}

/** A shop without any. */
export const noInstruments: Instruments = {
  list: async () => [],
  find: async () => undefined,
  close: () => {},
};
