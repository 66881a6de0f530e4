/** A storey copied above or below: walls, columns, openings and how joints are cut, by the same transform as all copies. */
import * as s from '../document/schemas';
import { after, command, done, freshOrGiven, need, needPositive, refuse } from '../document/command';
import { copies, setOf } from '../document/copies';
import type { Project } from '../document/kind';
import { nameOf } from '../document/names';
import type { Rec } from '../document/record';
import { renamed } from '../document/references';
import { stay } from '../geometry/motion';
import { toStored } from '../geometry/tolerances';
import type { Column } from '../kinds/column/record';
import { checkOpenings } from '../kinds/opening/checks';
import { checkStorey } from '../kinds/storey/commands';
import { storeysInOrder, type Storey } from '../kinds/storey/record';
import { coversByNature } from '../kinds/wall/choose';
import { alignmentsFor } from '../kinds/alignment/commands';
import { wallsOf, type Wall } from '../kinds/wall/record';

const columnsOf = (project: Project, storey: string): Column[] =>
  [...project.tables.column.values()].filter((column) => column.storey === storey);

export const copyStorey = command({
  name: 'copyStorey',
  about:
    'Add a storey above or below by copying the walls: the outer ones, chosen `partitions` with them, or all with the columns; with their openings when asked. Joints are cut as below. `buildUp` is that of the outer ones, whose outer face stays where it is. Copied up, outer walls are kept flush over those below (see alignWalls), unless `aligned` is false.',
  args: s.object({
    storey: s.id().required(),
    id: s.id(),
    to: s.oneOf(['above', 'below'] as const),
    which: s.oneOf(['outer', 'all'] as const),
    partitions: s.ids(),
    name: s.name().min(1),
    height: s.mm(),
    floorDepth: s.mm(),
    wallHeight: s.mm(),
    buildUp: s.id(),
    openings: s.flag(),
    aligned: s.flag()
  }),
  example: { storey: 'storey-1', which: 'outer', name: 'Upper', height: 2460, floorDepth: 330 },
  run: (project, args, query) => {
    const from = need(project, 'storey', args.storey);
    for (const id of args.partitions ?? []) {
      const wall = need(project, 'wall', id);
      if (wall.storey !== from.id)
        refuse(project, 'storey.other-wall', {
          subjects: [id],
          texts: { thing: nameOf(project, wall), storey: nameOf(project, from) }
        });
    }
    const chosen = new Set(args.partitions);
    const walls = wallsOf(project, from.id).filter(
      (wall) => args.which === 'all' || wall.role === 'exterior' || chosen.has(wall.id)
    );
    if (walls.length === 0)
      refuse(project, 'storey.no-walls', {
        subjects: [from.id],
        texts: { thing: nameOf(project, from), what: args.which === 'all' ? '' : 'outer' }
      });
    const below = args.to === 'below';
    const height = toStored(args.height ?? from.height);
    const storey: Storey = {
      id: freshOrGiven(project, 'storey', args.id),
      kind: 'storey',
      name: args.name ?? (below ? 'Lower' : 'Upper'),
      datum: toStored(below ? from.datum - height : from.datum + from.height),
      height,
      floorDepth: toStored(args.floorDepth ?? 300)
    };
    checkStorey(project, storey);
    const wallHeight = args.wallHeight ?? storey.height - (below ? from.floorDepth : 0);
    needPositive(project, 'height', 'the walls', wallHeight);
    const buildUp = args.buildUp === undefined ? undefined : need(project, 'buildUp', args.buildUp).id;
    const covers = coversByNature(after(project, [storey]), storey, { role: 'exterior', base: 0 });
    const put = (record: Rec): Rec => {
      const there = renamed(project, record, (id) => (id === from.id ? storey.id : id));
      if (there.kind !== 'wall' && there.kind !== 'column') return there;
      const top = { kind: 'height', height: toStored(wallHeight) } as const;
      const copy = { ...there, base: 0, top };
      if (copy.kind !== 'wall') return copy;
      return {
        ...copy,
        on: null,
        buildUp: (copy.role === 'exterior' ? buildUp : undefined) ?? copy.buildUp,
        coversFloor: covers && copy.role === 'exterior'
      };
    };
    const columns = args.which === 'all' ? columnsOf(project, from.id) : [];
    const all = setOf(project, [...walls, ...columns]);
    // What lies in the ground stays there.
    const set = { ...all, within: all.within.filter(({ kind }) => kind !== 'footing') };
    const copied = copies(query, project, args.openings ? set : { ...set, riding: [] }, [stay]);
    const things = copied.puts.map(put);
    const ids = things.flatMap((one) => (one.kind === 'wall' ? [one.id] : []));
    // What stood beyond the place of the new storey makes room for it.
    const shift = storeysInOrder(project)
      .filter(({ datum }) => (below ? datum < from.datum : datum > from.datum))
      .map((one): Storey => ({ ...one, datum: toStored(one.datum + (below ? -height : height)) }));
    const grown = after(project, [storey, ...shift, ...things]);
    checkOpenings(grown, new Set(ids), new Set());
    const over = things.filter((one): one is Wall => one.kind === 'wall' && one.role === 'exterior');
    const kept = below || args.aligned === false ? [] : alignmentsFor(grown, over, { offset: 0 });
    return done(
      project,
      `Copy ${walls.length} walls ${below ? 'down' : 'up'} to ${storey.name}`,
      [storey, ...shift, ...things, ...kept],
      [],
      [storey.id, ...ids]
    );
  }
});
