/** Names in a row: A to Z, then A2 and on. */
export const letterName = (i: number): string =>
  `${String.fromCharCode(65 + (i % 26))}${i < 26 ? '' : Math.floor(i / 26) + 1}`;
