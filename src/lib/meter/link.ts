/**
 * How a distance meter speaks to the workbench: docs/meter.md. The workbench knows this file only; the simulated meter
 * speaks over a channel between the pages of one browser, and a driver of a true one can take its place.
 */

/** What a meter sends. `scatter`: one standard deviation of a reading, mm. */
export interface Reading {
  readonly meter: 1;
  readonly millimetres: number;
  readonly scatter: number;
  /** Rises by one with each reading of one meter. */
  readonly number: number;
}

export interface MeterLink {
  close(): void;
}

export const meterChannel = 'cliffstead meter';

/** The farthest that a reading may say: what lies beyond is no meter's. mm. */
const farthest = 300_000;

/** A message of a meter; undefined for whatever else comes over a channel. */
export function readMessage(data: unknown): Reading | undefined {
  if (typeof data !== 'object' || data === null) return undefined;
  const { meter, millimetres, scatter, number } = data as Partial<Reading>;
  const isSize = (value: unknown): value is number =>
    typeof value === 'number' && Number.isFinite(value) && value >= 0 && value <= farthest;
  return meter === 1 && isSize(millimetres) && millimetres > 0 && isSize(scatter) && isSize(number)
    ? { meter, millimetres, scatter, number }
    : undefined;
}

/** Hear the meter of this browser. */
export function hearMeter(onReading: (reading: Reading) => void): MeterLink {
  const channel = new BroadcastChannel(meterChannel);
  channel.onmessage = ({ data }: MessageEvent<unknown>) => {
    const reading = readMessage(data);
    if (reading) onReading(reading);
  };
  return { close: () => channel.close() };
}
