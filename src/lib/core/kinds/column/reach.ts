/** How things that stand by themselves meet the cut of a storey, and how they are drawn then. */
import { cutHeight, type Mark, type Pen } from '../../display/marks';
import { datumOf, type Storey } from '../storey/record';
import type { Ring } from '../../geometry/ring';
import type { Material } from '../material/record';
import type { Project } from '../../document/kind';

/** `under`: the floor, which hides it. */
type Reach = 'cut' | 'below' | 'under' | 'above' | 'away';

/** How a thing meets the cut of a storey (`datum`: of its own; `top` above project zero); what does not pass it shows only on its own storey. */
export function reachOf(
  thing: { readonly storey: string; readonly base: number },
  datum: number,
  top: number,
  storey: Storey
): Reach {
  const height = storey.datum + cutHeight;
  const base = datum + thing.base;
  if (base < height && height < top) return 'cut';
  if (thing.storey !== storey.id) return 'away';
  return top <= storey.datum ? 'under' : top <= height ? 'below' : 'above';
}

export const closed = (subject: string, points: Ring, pen: Pen): Mark => ({
  ...{ kind: 'stroke', subject, group: 'columns and chimneys', points, closed: true },
  ...{ pen, ink: 'slate' }
});

export function filled(subject: string, points: Ring, material: Material | undefined): Mark {
  return {
    ...{ kind: 'region', subject, group: 'columns and chimneys', rings: [points], ink: 'slate' },
    fill: material?.colour ?? '#C9CCC6',
    ...(material && material.hatch !== 'none' && { hatch: material.hatch })
  };
}

export const penFor = { cut: 'cut', below: 'face', under: 'overhead', above: 'overhead' } as const;

/** Whether a thing is on a storey, or passes through it; `top` above its own datum. */
export function reachesInto(
  project: Project,
  thing: { readonly storey: string; readonly base: number },
  top: number,
  id: string
): boolean {
  const storey = project.tables.storey.get(id);
  if (!storey) return false;
  const datum = datumOf(project, thing.storey);
  return (
    thing.storey === id || (datum + thing.base < storey.datum + storey.height && datum + top > storey.datum)
  );
}
