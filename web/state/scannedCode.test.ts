import { describe, expect, it } from 'vitest';
import { codeIn, whyNoCamera } from './scannedCode.ts';

describe('what a camera read', () => {
  it('is a code by itself, or the address on a label, wherever the shop was when it was printed', () => {
    expect(
      [
        'P-14',
        ' b-207 ',
        'http://192.0.2.7:4700/c/P-14',
        'https://shop.example/b/B-207/',
        'http://x/r/R-5?x=1',
      ].map(codeIn),
    ).toEqual(['P-14', 'B-207', 'P-14', 'B-207', 'R-5']);
  });

  it('is nothing of ours otherwise', () => {
    for (const text of [
      '',
      'hello',
      'P-',
      'P-1234567890',
      'http://x/c/14',
      'http://x/p/P-1',
      'X-4',
      'WIFI:T:WPA;S:a;P:b;;',
    ])
      expect([text, codeIn(text)]).toEqual([text, null]);
  });

  it('says why there is no camera', () => {
    expect(whyNoCamera(null, false)).toBe('insecure');
    expect(whyNoCamera(null, true)).toBe('none');
    expect(whyNoCamera({ name: 'NotAllowedError' }, true)).toBe('refused');
    expect(whyNoCamera({ name: 'NotFoundError' }, true)).toBe('none');
    expect(whyNoCamera({ name: 'NotReadableError' }, true)).toBe('busy');
  });
});
