/** A PDF as text, for tests: each page a list of drawing steps. */
export function pdfOf(pages: readonly string[], locked = false): Buffer {
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    `<< /Type /Pages /Count ${pages.length} /Kids [${pages.map((_, k) => `${4 + 2 * k} 0 R`).join(' ')}] >>`,
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
    ...pages.flatMap((content, k) => [
      `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 842 595] /Resources << /Font << /F1 3 0 R >> >> /Contents ${5 + 2 * k} 0 R >>`,
      `<< /Length ${content.length} >>\nstream\n${content}\nendstream`
    ]),
    // Of a lock only its signs are needed: no password fits them.
    ...(locked
      ? [`<< /Filter /Standard /V 1 /R 2 /P -4 /O <${'41'.repeat(32)}> /U <${'42'.repeat(32)}> >>`]
      : [])
  ];
  let text = '%PDF-1.4\n';
  const places = objects.map((object, k) => {
    const at = text.length;
    text += `${k + 1} 0 obj\n${object}\nendobj\n`;
    return at;
  });
  const table = text.length;
  text += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n`;
  text += places.map((at) => `${String(at).padStart(10, '0')} 00000 n \n`).join('');
  const lock = locked ? ` /Encrypt ${objects.length} 0 R /ID [<00> <00>]` : '';
  text += `trailer\n<< /Size ${objects.length + 1} /Root 1 0 R${lock} >>\nstartxref\n${table}\n%%EOF\n`;
  return Buffer.from(text, 'latin1');
}
