/** What an opening can be set out from: faces and ends of its wall, and openings in walls beside, above and below it. */
import { compassOf } from '../../../core/geometry/compass';
import { cross, dot, locate, scale } from '../../../core/geometry/point';
import type { SetOutFrom } from '../../../core/kinds/opening/place';
import type { Opening } from '../../../core/kinds/opening/record';
import { fromFrame } from '../../../core/kernels/joints/frame';
import type { WallFrame } from '../../../core/kinds/wall/frame';
import type { Project } from '../../../core/document/kind';
import { nameElement } from '../../../core/document/names';
import type { Editor } from '../../editor';
import type { Choice } from '../../sentence';

/** `line`: in line with another opening, and where that stands; kept as a distance along the wall's own line. */
export type From = SetOutFrom & { readonly line?: { readonly key: string; readonly name: string } };

export const atStart: From = { end: 'a', origin: { kind: 'line' }, t: 0 };

export const keyOfFrom = ({ end, origin, line }: From) =>
  line?.key ?? `${end} ${origin.kind === 'face' ? origin.wall : 'line'}`;

/** "the start of its line", "the face of Wall 3", "the middle of W101". */
export function describeFrom(
  project: Project,
  { end, origin, line }: Pick<From, 'end' | 'origin' | 'line'>
): string {
  if (line) return line.name;
  if (origin.kind === 'line') return end === 'a' ? 'the start of its line' : 'the end of its line';
  return `the face of ${nameElement(project, origin.wall)}${end === 'b' ? ', backwards' : ''}`;
}

export const fromChoices = (project: Project, froms: readonly From[]): Choice[] =>
  froms.map((from) => ({ value: keyOfFrom(from), label: describeFrom(project, from) }));

/** Walls less parallel than this are not lined up with one another. */
const parallel = 1e-4;
/** Openings farther off than this, mm, are nothing that one lines up with. */
const farthest = 40_000;

/** Middles and jambs of openings in walls parallel to this one, of all storeys, as places along it. */
export function linesOf(editor: Editor, frame: WallFrame): From[] {
  const { project, model } = editor;
  const storeys = [...project.tables.storey.values()];
  return storeys.flatMap(({ id, name }) =>
    [...(model.storey(project, id)?.places.values() ?? [])].flatMap((places) => {
      const other = model.storey(project, id)!.frames.get(places[0]!.opening.wall);
      if (!other || other.wall.id === frame.wall.id) return [];
      if (Math.abs(cross(other.direction, frame.direction)) > parallel) return [];
      return places.flatMap(({ opening, t0, t1 }) => {
        const where = id === frame.wall.storey ? '' : `, ${name}`;
        const called = `${opening.mark || nameElement(project, opening.id)}${where}`;
        const ends = dot(other.direction, frame.direction) > 0 ? [t0, t1] : [t1, t0];
        const spots = [(t0 + t1) / 2, ...ends].map((at) =>
          locate(fromFrame(other, at, 0), frame.origin, frame.direction)
        );
        if (spots.some(({ t, y }) => t < 0 || t > frame.length || Math.abs(y) > farthest)) return [];
        const [middle, low, high] = spots.map(({ t }) => t) as [number, number, number];
        const back = compassOf(scale(frame.direction, -1));
        return [
          inLine(opening, 'middle', middle, `the middle of ${called}`),
          inLine(opening, 'low', low, `the ${back} jamb of ${called}`),
          inLine(opening, 'high', high, `the ${compassOf(frame.direction)} jamb of ${called}`)
        ];
      });
    })
  );
}

const inLine = ({ id }: Opening, part: string, t: number, name: string): From => ({
  ...atStart,
  t,
  line: { key: `${part} ${id}`, name }
});
