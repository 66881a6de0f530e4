/** Ground that stands over floors, patios and sills; levels that say unlike heights of one place. */
import { need } from '../../document/command';
import type { Project, Scope } from '../../document/kind';
import { settingsOf } from '../../document/project';
import { commonPieces } from '../../geometry/common-area';
import { combine, heightAt, raise } from '../../geometry/plane';
import { boxesMeet, boxOf, gapToBorder } from '../../geometry/ring';
import { fromFrame } from '../../kernels/joints/frame';
import { excessAlong, excessOver } from '../../kernels/ground/earthwork';
import type { GroundPiece } from '../../kernels/ground/shaped';
import { formatArea } from '../../units/area';
import { slabLevel } from '../slab/level';
import { slabParts } from '../slab/shape';
import { storeyModelIn } from '../storey/model';
import { clearHeightOf, storeysInOrder } from '../storey/record';
import { groundUnder } from './made';
import { groundAsItIs } from './stages';

/** What stands over by less is nothing, mm. */
const slack = 1;

export function findGround({ project, query, storey, say, named }: Scope) {
  if (storeysInOrder(project)[0]?.id !== storey) return;
  for (const [one, other] of query.get(groundAsItIs, '')?.unlike.slice(0, 1) ?? [])
    say('floors', 'ground.unlike', [], { x: other.at.x, y: other.at.y, z: one.z, other: other.z });
  const pieces = query.get(groundUnder, '').map((piece) => ({ ...piece, box: boxOf(piece.ring) }));
  findOverPlot({ project, say, named }, pieces);
  const { units } = settingsOf(project);
  for (const slab of project.tables.slab.values()) {
    const level = slabLevel(project, slab);
    const over = query.get(slabParts, slab.id).flatMap(({ surface: { facets } }) =>
      facets.flatMap(({ ring, plane }) => {
        const box = boxOf(ring);
        return pieces
          .filter((piece) => boxesMeet(piece.box, box))
          .flatMap((piece) =>
            commonPieces(piece.ring, ring).map((part) => ({
              ring: part,
              over: combine(piece.plane, -1, raise(plane, level))
            }))
          );
      })
    );
    const found = excessOver(over, slack);
    if (!found || (slab.outline.kind !== 'drawn' && found.most > halfOf(project, slab.storey))) continue;
    say(
      'floors',
      'ground.over-slab',
      [slab.id],
      { most: found.most, x: found.at.x, y: found.at.y },
      { thing: named(slab.id), area: formatArea(found.area, units) },
      // Where it is, another slab holds the ground up there.
      slab.pad && slab.pad.drop >= slab.thickness
        ? undefined
        : {
            label: 'Bring the ground to it',
            call: { name: 'setSlab', args: { id: slab.id, pad: { drop: slab.thickness, run: 2 } } }
          }
    );
  }
  for (const { id } of storeysInOrder(project))
    findOverSills({ project, query, storey: id, say, named }, pieces);
}

/** Walls round a floor that is deeper in the ground than this hold the earth back: it is a cellar's, and meant. */
const halfOf = (project: Project, storey: string) =>
  clearHeightOf(project, need(project, 'storey', storey)) / 2;

/** Banks that come to the plot's border before they meet the ground there: the neighbour's would have to be brought too. */
function findOverPlot(
  { project, say, named }: Pick<Scope, 'project' | 'say' | 'named'>,
  pieces: readonly GroundPiece[]
) {
  const plots = [...project.tables.ground.values()].flatMap(({ shape }) =>
    shape.kind === 'plot' ? [shape.points] : []
  );
  const worst = new Map<string, { size: number; x: number; y: number }>();
  for (const { kind, ring, plane, old, pad } of plots.length > 0 ? pieces : []) {
    if (pad === null || (kind !== 'cut' && kind !== 'fill')) continue;
    for (const p of ring) {
      const size = Math.abs(heightAt(plane, p) - heightAt(old, p));
      const isWorse = size > Math.max(slack, worst.get(pad)?.size ?? 0);
      if (isWorse && plots.some((plot) => gapToBorder(plot, p) < slack)) worst.set(pad, { size, ...p });
    }
  }
  for (const [pad, { size, x, y }] of worst)
    say('floors', 'ground.over-plot', [pad], { size, x, y }, { thing: named(pad) });
}

/** Along the outer face under each opening of an outer wall. */
function findOverSills({ project, query, storey, say, named }: Asked, pieces: readonly GroundPiece[]) {
  const model = storeyModelIn(query, storey);
  const { datum } = need(project, 'storey', storey);
  for (const { frame } of model.walls) {
    const { wall } = frame;
    if (wall.role !== 'exterior') continue;
    for (const { opening, t0, t1, z0 } of model.places.get(wall.id) ?? []) {
      const y = wall.outside === 'left' ? frame.y1 : frame.y0;
      const found = excessAlong(pieces, fromFrame(frame, t0, y), fromFrame(frame, t1, y), datum + z0, slack);
      if (!found) continue;
      const { most, at } = found;
      say(
        'floors',
        'ground.over-sill',
        [opening.id],
        { most, x: at.x, y: at.y },
        { thing: named(opening.id) }
      );
    }
  }
}

type Asked = Pick<Scope, 'project' | 'query' | 'storey' | 'say' | 'named'>;
