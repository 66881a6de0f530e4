/** What a file for a tracing sheet holds, by its first bytes, whatever it is called: each form has its own beginning. */
import type { SheetMime } from '../kinds/tracing-sheet/record';

export type SheetContent = SheetMime | 'binary DXF';

const starts = (bytes: Uint8Array, codes: readonly number[], from = 0) =>
  codes.every((code, i) => bytes[from + i] === code);

/** Undefined where it is none of the forms known here. */
export function contentOf(bytes: Uint8Array): SheetContent | undefined {
  if (starts(bytes, [0x89, 0x50, 0x4e, 0x47])) return 'image/png';
  if (starts(bytes, [0xff, 0xd8, 0xff])) return 'image/jpeg';
  if (starts(bytes, [0x52, 0x49, 0x46, 0x46]) && starts(bytes, [0x57, 0x45, 0x42, 0x50], 8))
    return 'image/webp';
  if (starts(bytes, [0x25, 0x50, 0x44, 0x46])) return 'application/pdf';
  const head = String.fromCharCode(...bytes.subarray(0, 2000)).replace(/^\u00ef\u00bb\u00bf/, '');
  if (/^ISO-10303-21;/.test(head)) return 'application/x-step';
  if (/^[A-Za-z ]+Binary DXF\r\n/.test(head)) return 'binary DXF';
  if (/^\s*(999\s*\r?\n.*\r?\n\s*)*0\s*\r?\n\s*SECTION\s*\r?\n/.test(head)) return 'image/vnd.dxf';
  if (/^\s*(<\?xml[^>]*>|<!--[\s\S]*?-->|<!DOCTYPE[^>[]*(\[[^\]]*\])?[^>]*>|\s)*<svg[\s>]/.test(head))
    return 'image/svg+xml';
  return undefined;
}

const endings: Readonly<Record<string, SheetContent>> = {
  ...{ png: 'image/png', jpg: 'image/jpeg', jpeg: 'image/jpeg', webp: 'image/webp' },
  ...{ svg: 'image/svg+xml', dxf: 'image/vnd.dxf', pdf: 'application/pdf', ifc: 'application/x-step' }
};

/** What a file is by its name; undefined where that says nothing. */
export const contentNamed = (name: string): SheetContent | undefined =>
  endings[/\.([a-z0-9]+)$/i.exec(name)?.[1]?.toLowerCase() ?? ''];

export const contentWords: Readonly<Record<SheetContent, string>> = {
  'image/png': 'a PNG picture',
  'image/jpeg': 'a JPEG picture',
  'image/webp': 'a WebP picture',
  'image/svg+xml': 'an SVG drawing',
  'image/vnd.dxf': 'a DXF drawing',
  'application/pdf': 'a PDF',
  'binary DXF': 'a binary DXF drawing',
  'application/x-step': 'an IFC model'
};
