/** Angles (radians inside, degrees at the edges) and roof pitches (degrees, rise:run or per cent). */
import { defaultUnits, parseLength, type LengthUnits, type Parsed } from './length';

export const degree = Math.PI / 180;

const decimal = /^([-−+]?)(\d+(?:\.\d*)?|\.\d+)\s*(°|deg|degrees)?$/i;

/** Read an angle in degrees, e.g. `90`, `22.5°`, `-45`; answers radians. */
export function parseAngle(text: string): Parsed<number> {
  const found = decimal.exec(text.trim());
  if (!found) return { ok: false, at: 0, expected: 'an angle in degrees' };
  const value = Number(found[2]) * (found[1] && found[1] !== '+' ? -1 : 1);
  if (Math.abs(value) > 3600) return { ok: false, at: 0, expected: 'an angle of at most ten turns' };
  return { ok: true, value: value * degree };
}

/** Degrees with at most `places` decimals and no trailing zeros, with the degree sign. */
export function formatAngle(angle: number, places = 2): string {
  const value = Number((angle / degree).toFixed(places));
  return `${value === 0 ? 0 : value}°`;
}

/** A pitch as it is said with a project's units: degrees, or in feet and inches the rise on twelve. */
export function formatPitch(pitch: number, { system }: Pick<LengthUnits, 'system'>): string {
  return system === 'ft' ? `${Number((12 * Math.tan(pitch)).toFixed(2))}:12` : formatAngle(pitch, 2);
}

/** A rise on a run, both with a unit or neither: `7:12`, `1/4 in 12`, `1/4" per ft`, `20 mm / m`; undefined if it is none. */
function parseRatio(text: string): number | undefined {
  const [rise, run, ...more] =
    /^(.*\d) +in +(\d.*)$/i.exec(text)?.slice(1) ??
    text.split(/\s*:\s*|\s+per\s+|\s*\/\s*(?=(?:ft|foot|m|metre|meter)$)/i);
  if (rise === undefined || run === undefined || more.length > 0) return undefined;
  const whole = run.replace(/^(ft|foot)$/i, '1 ft').replace(/^(m|metre|meter)$/i, '1 m');
  const [high, long] = [rise, whole].map((one) => parseLength(one, defaultUnits.mm));
  const isAlike = /[a-z'"′″]/i.test(rise) === /[a-z'"′″]/i.test(whole);
  return high?.ok && long?.ok && isAlike ? Math.atan2(high.value, long.value) : undefined;
}

/** Read a pitch: `30`, `30°`, `40%`, or a rise on a run such as `7:12`; answers radians in [0, 90 degrees). */
export function parsePitch(text: string): Parsed<number> {
  const trimmed = text.trim();
  const percent = /^(\d+(?:\.\d*)?)\s*%$/.exec(trimmed);
  const value = percent
    ? Math.atan(Number(percent[1]) / 100)
    : decimal.test(trimmed)
      ? Number.parseFloat(trimmed.replace('−', '-')) * degree
      : (parseRatio(trimmed) ?? NaN);
  if (!(value >= 0 && value < Math.PI / 2))
    return { ok: false, at: 0, expected: 'a slope such as 30°, 7:12, 40% or 1/4" per ft, under 90°' };
  return { ok: true, value };
}

/** Bring an angle into (-pi, pi]. */
export function normaliseAngle(angle: number): number {
  const turn = 2 * Math.PI;
  const rest = angle - turn * Math.floor((angle + Math.PI) / turn);
  return rest <= -Math.PI ? rest + turn : rest;
}
