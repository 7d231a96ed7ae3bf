import { describe, expect, it } from 'vitest';
import { panelsOf } from '../../soil/panels.ts';
import { PAINTED, type WashZone } from '../levels.ts';
import { partsOf, reachOf } from './reach.ts';

const of = (...zones: WashZone[]) => partsOf(panelsOf(zones));

describe('what gets wet of a kind of work', () => {
  it('is what is below it: foam on the bonnet runs down the front, not up the glass', () => {
    const wet = reachOf('foam', of('bonnet'));
    expect(wet & of('front')).not.toBe(0);
    expect(wet & of('glass', 'roof', 'uppers', 'rear')).toBe(0);
  });

  it('is everything below where it is rinsed from the top, and only what is beside a corner', () => {
    expect(reachOf('rinse', of('roof'))).toBe(of(...PAINTED, 'wheels'));
    const corner = reachOf('wheelRinse', of('wheels'));
    expect(corner & of('lowers')).not.toBe(0);
    expect(corner & of('uppers', 'roof', 'glass', 'bonnet')).toBe(0);
  });

  it('is nothing where it is wiped, dried or looked at', () => {
    for (const kind of ['dry', 'rinseless', 'waterless', 'glass', 'dressing', 'touchCheck'] as const)
      expect(reachOf(kind, of(...PAINTED)), kind).toBe(0);
  });

  it('counts wheel, tyre and arch of a corner as one, and stretches of a panel as the panel', () => {
    expect(of('wheels')).toBe(of('tyres'));
    expect(of('arches')).toBe(of('tyres'));
    expect(partsOf([{ id: 'roof 2' as 'roof' }])).toBe(of('roof'));
  });
});
