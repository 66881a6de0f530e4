/** A distance meter that is none: it reads a distance that is told to it, with a scatter, and now and then badly. */
import type { Reading } from './link';

export interface MeterSettings {
  /** The true distance, mm. */
  readonly distance: number;
  /** One standard deviation, mm. */
  readonly scatter: number;
  /** One reading of so many is bad: the beam met something before the wall, or went past it; 0: none is. */
  readonly badOneIn: number;
}

export class SimulatedMeter {
  private number = 0;

  /** `random`: from 0 to less than 1, anew with each call. */
  constructor(private readonly random: () => number) {}

  read({ distance, scatter, badOneIn }: MeterSettings): Reading {
    const isBad = badOneIn > 0 && this.random() < 1 / badOneIn;
    // Box & Muller, A note on the generation of random normal deviates, 1958.
    const normal = Math.sqrt(-2 * Math.log(1 - this.random())) * Math.cos(2 * Math.PI * this.random());
    const far = isBad
      ? distance * (this.random() < 0.7 ? 0.3 + 0.6 * this.random() : 1.05 + this.random())
      : distance;
    this.number += 1;
    return {
      ...{ meter: 1, scatter, number: this.number },
      // As such meters show it: to a tenth of a millimetre.
      millimetres: Math.max(0.1, Math.round(10 * (far + scatter * normal)) / 10)
    };
  }
}
