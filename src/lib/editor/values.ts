import type { LengthUnits } from '../core/units/length';
import { heightBlank, lengthBlank, type Blank } from './sentence';

/**
 * Values of a sentence's blanks. One that was typed holds until it is typed anew, whatever else is chosen, and whenever
 * the tool is taken again; the others are proposed, and follow what is chosen.
 */
export class Values<K extends string> {
  constructor(
    private readonly typed: Map<string, number>,
    private readonly proposed: (name: K) => number
  ) {}

  get(name: K): number {
    return this.typed.get(name) ?? this.proposed(name);
  }

  isTyped(name: K): boolean {
    return this.typed.has(name);
  }

  type(name: K, value: number) {
    this.typed.set(name, value);
  }

  /** As a blank that shows whether it was typed. */
  length(name: K, label: string, units: LengthUnits): Blank {
    return lengthBlank(name, label, this.get(name), units, this.isTyped(name));
  }

  /** Above or below `what`. */
  height(name: K, label: string, units: LengthUnits, what?: string): Blank {
    return heightBlank(name, label, this.get(name), units, this.isTyped(name), what);
  }

  /** Back to what is proposed. */
  letGo(name: K) {
    this.typed.delete(name);
  }
}
