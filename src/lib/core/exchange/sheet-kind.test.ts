import { expect, it } from 'vitest';
import { contentNamed, contentOf } from './sheet-kind';

const bytes = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0));

it('files are known by how they begin, whatever they are called', () => {
  const held: Record<string, string | undefined> = {
    '\u0089PNG\r\n\u001a\n': 'image/png',
    '\u00ff\u00d8\u00ff\u00e0': 'image/jpeg',
    'RIFF\u0000\u0000\u0000\u0000WEBPVP8 ': 'image/webp',
    '%PDF-1.7': 'application/pdf',
    'ISO-10303-21;\nHEADER;': 'application/x-step',
    '  0\r\nSECTION\r\n  2\r\nHEADER': 'image/vnd.dxf',
    '999\nmade by hand\n0\nSECTION\n': 'image/vnd.dxf',
    '\u00ef\u00bb\u00bf0\nSECTION\n': 'image/vnd.dxf',
    '<?xml version="1.0"?>\n<!-- a plan -->\n<svg xmlns="x">': 'image/svg+xml',
    '<!DOCTYPE svg PUBLIC "a" "b">\n<svg>': 'image/svg+xml',
    '<html><svg></svg></html>': undefined,
    'PK\u0003\u0004': undefined,
    '': undefined
  };
  for (const [text, content] of Object.entries(held)) expect(contentOf(bytes(text)), text).toBe(content);
});

it('and by their names', () => {
  expect(contentNamed('Plan of 1962.JPG')).toBe('image/jpeg');
  expect(contentNamed('plan.dxf')).toBe('image/vnd.dxf');
  expect(contentNamed('plan')).toBeUndefined();
  expect(contentNamed('plan.dwf')).toBeUndefined();
});
