/** Colours of drawings. */

/** `share` of a colour on a paper, both #rrggbb. */
export function mixColours(paper: string, colour: string, share: number): string {
  const part = (hex: string, i: number) => Number.parseInt(hex.slice(i, i + 2), 16);
  const mix = (i: number) => Math.round(part(paper, i) * (1 - share) + part(colour, i) * share);
  return `#${[1, 3, 5].map((i) => mix(i).toString(16).padStart(2, '0')).join('')}`;
}
