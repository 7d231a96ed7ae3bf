import { en } from '#contract/words/en.ts';
import { speak } from './speech.ts';

// What a test of a screen is told is in English, in metric units.
speak({ words: en, units: 'metric' });
