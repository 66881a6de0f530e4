import { describe, expect, it } from 'vitest';
import { themes, toneFill } from './tokens';

const luminance = (hex: string) => {
  const channel = (i: number) => {
    const c = Number.parseInt(hex.slice(i, i + 2), 16) / 255;
    return c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5);
};
/** WCAG 2.2 contrast ratio. */
const contrast = (p: string, q: string) => {
  const [a, b] = [luminance(p), luminance(q)].sort((x, y) => y - x);
  return (a! + 0.05) / (b! + 0.05);
};

describe('the drawing by day and by night', () => {
  it.each(['day', 'night'] as const)('%s: ink, sizes and thin lines stand out from the paper', (name) => {
    const tokens = themes[name];
    for (const ink of ['slate', 'tide', 'shale'] as const)
      expect([ink, contrast(tokens[ink], tokens.paper) >= 4.5]).toEqual([ink, true]);
    expect(contrast(tokens.heather, tokens.paper)).toBeGreaterThan(3);
  });
  it('materials are toned towards the paper, roles are their own', () => {
    expect(toneFill('#000000', themes.day)).toBe('#3f3f3e');
    expect(toneFill('chalk', themes.night)).toBe(themes.night.chalk);
    expect(luminance(toneFill('#BDB6A6', themes.night))).toBeLessThan(luminance('#BDB6A6'));
  });
});
