import { createStore, del, get, set } from 'idb-keyval';

// What waits to be sent and is large, a photo as a text, is kept one by one, beside the list of what waits.

const store = () => createStore('kettle-large', 'texts');
/** For as long as the page is open, and where a device keeps nothing. */
const here = new Map<string, string>();

export async function keepLarge(id: string, text: string): Promise<void> {
  here.set(id, text);
  try {
    await set(id, text, store());
  } catch {
    // It is there for as long as the page is open.
  }
}

/** @returns null where it is no longer there */
export async function largeOf(id: string): Promise<string | null> {
  const known = here.get(id);
  if (known !== undefined) return known;
  try {
    return (await get<string>(id, store())) ?? null;
  } catch {
    return null;
  }
}

export async function forgetLarge(id: string): Promise<void> {
  here.delete(id);
  try {
    await del(id, store());
  } catch {
    // Nothing of it was kept.
  }
}
