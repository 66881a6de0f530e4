/** Heights as people say them: so much above or below something. Nobody types a minus sign. */
import { formatLength, parseLength, type LengthUnits, type Parsed } from './length';

/** "2 550 above the datum", "600 below the datum", "at the datum". */
export function formatHeight(value: number, units: LengthUnits, what: string): string {
  const text = formatLength(Math.abs(value), units);
  if (/^[0.\s"]*$/.test(text)) return `at ${what}`;
  return `${text} ${value < 0 ? 'below' : 'above'} ${what}`;
}

/** Read "600 below", "2 550 above the datum", "at the datum" or a bare length (above). Answers mm, negative below. */
export function parseHeight(text: string, units: LengthUnits): Parsed<number> {
  const [, size, way] = /^(.*?)\s*(?:\b(above|below)\b.*)?$/is.exec(text.trim()) ?? [];
  if (/^at\b/i.test(text.trim())) return { ok: true, value: 0 };
  const parsed = parseLength(size ?? '', units);
  if (!parsed.ok) return parsed;
  return { ok: true, value: way?.toLowerCase() === 'below' ? -parsed.value : parsed.value };
}
