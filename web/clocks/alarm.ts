import { create } from 'zustand';
import { askToNotify } from './notify.ts';

// Sound, as far as the device lets a page make any: a tap has to come first.

let audio: AudioContext | null = null;
export const useSound = create<{ unlocked: boolean }>()(() => ({ unlocked: false }));

/** Lets this device sound, and asks whether it may tell what comes due out of sight: called from a tap. */
export function unlockSound(): void {
  askToNotify();
  audio ??= 'AudioContext' in window ? new AudioContext() : null;
  if (!audio) return;
  void audio.resume().then(() => useSound.setState({ unlocked: audio?.state === 'running' }));
}

/** Notes as frequency in Hz and beginning in seconds: rinse now goes up, too late stays low. */
const TUNES = {
  rinseNow: [
    [660, 0],
    [880, 0.18],
    [1_100, 0.36],
  ],
  late: [
    [330, 0],
    [330, 0.3],
    [330, 0.6],
  ],
} as const;
const NOTE_S = 0.16;
const VIBRATES = { rinseNow: [120, 80, 120], late: [400, 120, 400] };

/** Sounds and shakes, where the device can. */
export function alarm(kind: keyof typeof TUNES): void {
  navigator.vibrate?.(VIBRATES[kind]);
  if (audio?.state !== 'running') return;
  for (const [hz, fromS] of TUNES[kind]) {
    const tone = audio.createOscillator();
    const level = audio.createGain();
    const at = audio.currentTime + fromS;
    tone.frequency.value = hz;
    tone.type = 'triangle';
    level.gain.setValueAtTime(0.0001, at);
    level.gain.exponentialRampToValueAtTime(0.4, at + 0.02);
    level.gain.exponentialRampToValueAtTime(0.0001, at + NOTE_S);
    tone.connect(level).connect(audio.destination);
    tone.start(at);
    tone.stop(at + NOTE_S);
  }
}

let lock: { release(): Promise<void> } | null = null;

/** Keeps the screen awake while something runs, where the browser offers that. */
export async function keepAwake(wanted: boolean): Promise<void> {
  if (!wanted) {
    const held = lock;
    lock = null;
    await held?.release().catch(() => undefined);
    return;
  }
  if (lock || !('wakeLock' in navigator)) return;
  lock = await navigator.wakeLock.request('screen').catch(() => null);
}
