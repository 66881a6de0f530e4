/** How slopes of floors are told: as a share, a ratio or an angle. */
export const fallForms = ['percent', 'ratio', 'degrees'] as const;

export type FallForm = (typeof fallForms)[number];

/** A slope, fall for each mm: `1.67 %`, `1 : 60`, `0.95°`. */
export function formatFall(slope: number, form: FallForm): string {
  if (form === 'percent') return `${Number((100 * slope).toFixed(2))} %`;
  if (form === 'degrees') return `${Number(((Math.atan(slope) * 180) / Math.PI).toFixed(2))}°`;
  const ratio = 1 / slope;
  return `1 : ${Number(ratio.toFixed(ratio < 20 ? 2 : 1))}`;
}
