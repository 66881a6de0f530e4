/** Readings of a meter that went into one blank: several of one place are combined, and what came of them is known by meter. */
import { combined, type Combined } from '../core/kernels/survey/readings';
import type { Certainty } from '../core/units/certainty';

export class Readings {
  private place: unknown;
  private list: number[] = [];
  private value: number | undefined;

  /** `place`: what the reading is of, alike for as long as it is the same. */
  take(place: readonly unknown[], reading: number, scatter: number): Combined {
    const before = this.place as readonly unknown[] | undefined;
    if (!before || before.length !== place.length || place.some((one, i) => one !== before[i]))
      this.list = [];
    this.place = place;
    this.list.push(reading);
    const all = combined(this.list, scatter);
    this.value = all.value;
    return all;
  }

  /** How a length is known that is entered now: by meter where it is what the meter read, to what is written of it. */
  knownOf(length: number): { certainty?: Certainty } {
    return this.value !== undefined && Math.abs(this.value - length) < 0.06 ? { certainty: 'meter' } : {};
  }
}
