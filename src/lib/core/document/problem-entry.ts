/** What a problem says of itself. */

/** How a message writes the numbers and texts that it is given. */
export interface Words {
  /** A length with its unit. */
  l(name: string): string;
  /** A text. */
  t(name: string): string;
  /** An angle in degrees. */
  a(name: string): string;
}

export interface Entry {
  readonly message: (w: Words) => string;
  readonly hint: string;
}
