/** The card of a slab. */
import type { Editor } from '../../editor';
import { storeysInOrder } from '../../../core/kinds/storey/record';
import {
  fact,
  type CardAction,
  type CardMaker,
  type DetailsCard,
  type Field,
  type FieldGroup
} from '../../details/card';
import { materialField } from '../../details/shared-fields';
import { nameElement } from '../../../core/document/names';
import { compassOf } from '../../../core/geometry/compass';
import { edgesOf, gapToBorder, outlinesAndCourts, ringHolds, ringsArea } from '../../../core/geometry/ring';
import { pliesOf } from '../../../core/kinds/build-up/plied';
import { openEdges } from '../../../core/kinds/slab/guards';
import { facetsSeen } from '../../../core/kinds/slab/markers';
import type { Slab } from '../../../core/kinds/slab/record';
import { slabOutlines, slabRings } from '../../../core/kinds/slab/rings';
import { slabAmounts } from '../../../core/kinds/slab/schedule';
import { slabParts } from '../../../core/kinds/slab/shape';
import { tolerances } from '../../../core/geometry/tolerances';
import { cross, distance, leftOf, scale, subtract, unit, type Point } from '../../../core/geometry/point';
import {
  heightOn,
  steepness,
  type FallLine,
  type Level,
  type Surface
} from '../../../core/kernels/falls/surface';
import { waterFrom, waterWords } from '../../../core/kernels/falls/water';
import { parsePitch } from '../../../core/units/angle';
import { formatArea, formatVolume, formatWeight } from '../../../core/units/area';
import { formatLengthWithUnit, type LengthUnits } from '../../../core/units/length';
import { formatFall } from '../../../core/units/fall';

type Set = (changes: object) => { name: string; args: unknown };

export function slabCard(make: CardMaker, slab: Slab): DetailsCard {
  const set: Set = (changes) => ({ name: 'setSlab', args: { id: slab.id, ...changes } });
  const query = make.editor.model.at(make.editor.project);
  const area = ringsArea(query.get(slabRings, slab.id));
  const { volume, weight } = slabAmounts(query, slab.id);
  const { units } = make.editor.settings;
  return {
    title: nameElement(make.editor.project, slab.id),
    subtitle: '',
    actions: slabActions(make.editor, slab),
    groups: [
      {
        title: 'Where does it lie?',
        fields: [
          make.text('name', 'Name', slab.name, (name) => set({ name })),
          outlineField(make, slab, set),
          ...levelFields(make, slab, set),
          fact('Area', formatArea(area, units)),
          fact('Volume', formatVolume(volume, units, 2)),
          fact('Weight', formatWeight(weight, units)),
          ...guardFields(make, slab, set),
          ...holeFields(make, slab, set)
        ]
      },
      ...edgeSizes(make, slab),
      { title: 'What is it made of?', fields: madeOf(make, slab, set) },
      { title: 'Is it deeper along its edge?', fields: edgeFields(make, slab, set) },
      { title: 'How does it fall?', fields: fallFields(make, slab, set) },
      { title: 'Is the ground brought to it?', fields: padFields(make, slab, set) }
    ]
  };
}

/** What its outline follows; drawn, as it lies now, where that is one ring. */
function outlineField(make: CardMaker, slab: Slab, set: Set): Field {
  const { outline, holes } = slab;
  const query = make.editor.model.at(make.editor.project);
  const { outer, courts } = outlinesAndCourts(query.get(slabOutlines, slab.id));
  const isFree = outline.kind === 'drawn' || outer.length === 1;
  return make.choice(
    'outline',
    'Outline by',
    [outline.kind === 'walls' ? outline.face : outline.kind],
    [
      { value: 'outer', label: 'outer face of walls' },
      { value: 'structure', label: 'structure of walls' },
      { value: 'inner', label: 'inner face of walls' },
      ...(outline.kind === 'room' ? [{ value: 'room', label: 'the room round it' }] : []),
      ...(isFree ? [{ value: 'drawn', label: 'drawn corners' }] : [])
    ],
    (value) => {
      if (value === 'room' || (value === 'drawn' && outline.kind === 'drawn')) return set({});
      return set(value === 'drawn' ? { points: outer[0], holes: [...holes, ...courts] } : { face: value });
    }
  );
}

/** More edges than this are shown when they are asked for. */
const shownEdges = 4;

/** How long each edge of a drawn outline is; typed, the edge after it moves, or where that runs on in line the one before. */
function edgeSizes(make: CardMaker, { id, outline }: Slab): FieldGroup[] {
  if (outline.kind !== 'drawn') return [];
  const edges = edgesOf(outline.points);
  const n = edges.length;
  const ways = edges.map(([a, b]) => unit(subtract(b, a)));
  const turns = (i: number, k: number) => Math.abs(cross(ways[i]!, ways[k]!)) > 1e-6;
  const fields = edges.map(([a, b], i): Field => {
    const [size, way] = [distance(a, b), ways[i]!];
    const label = `Edge ${i + 1}, to the ${compassOf(scale(leftOf(way), -1))}`;
    const [next, last] = [(i + 1) % n, (i + n - 1) % n];
    const isNext = turns(i, next);
    if (!isNext && !turns(i, last))
      return fact(label, formatLengthWithUnit(size, make.editor.settings.units));
    return make.length(`edge ${i}`, label, [size], (to) => {
      const by = scale(way, isNext ? to - size : size - to);
      return { name: 'moveSlabEdge', args: { id, edge: isNext ? next : last, by } };
    });
  });
  const folded = n > shownEdges ? { folded: `${n} edges` } : {};
  return [{ title: 'How long are its edges? The next one moves', fields, ...folded }];
}

/** Laid on the other storeys too; made one with another that touches it. */
function slabActions(editor: Editor, slab: Slab): CardAction[] {
  const { project, model } = editor;
  const act = (label: string, name: string, args: object): CardAction => ({
    label,
    run: () => void editor.perform({ name, args })
  });
  const copies = storeysInOrder(project).flatMap(({ id, name }) =>
    id === slab.storey ? [] : [act(`Lay it on ${name} too`, 'copySlab', { id: slab.id, storeys: [id] })]
  );
  const ring = model.slabRings(project, slab)[0];
  const beside = [...project.tables.slab.values()].filter(
    (other) =>
      other !== slab &&
      other.storey === slab.storey &&
      (model.slabRings(project, other)[0] ?? []).some(
        (p) => ring && (ringHolds(ring, p) || gapToBorder(ring, p) < 1)
      )
  );
  const merged = beside.map(({ id }) =>
    act(`Make it one with ${nameElement(project, id)}`, 'mergeSlabs', { ids: [slab.id, id] })
  );
  return [...copies, ...merged];
}

/** Its top, and what that is measured from: the datum, or the top of a foundation. */
function levelFields(make: CardMaker, slab: Slab, set: Set): Field[] {
  const { project } = make.editor;
  const foundations = [...project.tables.footing.values()].filter(({ wall }) => wall !== null);
  const what = slab.from === null ? 'the datum' : 'the foundation';
  const top = make.height('offset', 'Top', what, [slab.offset], (offset) => set({ offset }));
  if (foundations.length === 0) return [top];
  return [
    top,
    make.choice(
      'from',
      'Measured from',
      [slab.from ?? ''],
      [
        { value: '', label: 'the datum' },
        ...foundations.map(({ id }) => ({ value: id, label: `the top of ${nameElement(project, id)}` }))
      ],
      (from) => set({ from: from || null })
    )
  ];
}

function holeFields(make: CardMaker, { holes }: Slab, set: Set): Field[] {
  if (holes.length === 0) return [];
  const some = `${holes.length} ${holes.length === 1 ? 'hole' : 'holes'}`;
  return [
    make.choice(
      'holes',
      'Holes',
      ['kept'],
      [
        { value: 'kept', label: some },
        { value: 'none', label: 'none any more' }
      ],
      (value) => set(value === 'none' ? { holes: [] } : {})
    )
  ];
}

function madeOf(make: CardMaker, slab: Slab, set: Set): Field[] {
  const choices = [...make.editor.project.tables.buildUp.values()].map(({ id, name }) => ({
    value: id,
    label: name
  }));
  return [
    make.choice(
      'buildUp',
      'Build-up',
      [slab.buildUp ?? ''],
      [{ value: '', label: 'one material' }, ...choices],
      (value) => set({ buildUp: value || null })
    ),
    ...(slab.buildUp === null
      ? [
          make.length('thickness', 'Thickness', [slab.thickness], (thickness) => set({ thickness })),
          materialField(make, slab, set, ['material', 'Material'])
        ]
      : [fact('Thickness', formatLengthWithUnit(slab.thickness, make.editor.settings.units))])
  ];
}

function edgeFields(make: CardMaker, { edge, thickness }: Slab, set: Set): Field[] {
  const choice = make.choice(
    'edge',
    'Its edge',
    [edge ? 'thick' : 'plain'],
    [
      { value: 'plain', label: 'as thick as the rest' },
      { value: 'thick', label: 'thickened' }
    ],
    (value) => set({ edge: value === 'thick' ? { width: 2 * thickness, depth: 2 * thickness } : null })
  );
  if (!edge) return [choice];
  return [
    choice,
    make.length('edgeWidth', 'Breadth of its underside', [edge.width], (width) =>
      set({ edge: { ...edge, width } })
    ),
    make.length('edgeDepth', 'Deeper by', [edge.depth], (depth) => set({ edge: { ...edge, depth } }))
  ];
}

function padFields(make: CardMaker, { pad }: Slab, set: Set): Field[] {
  const choice = make.choice(
    'pad',
    'Ground',
    [pad ? 'brought' : 'left'],
    [
      { value: 'left', label: 'as it is' },
      { value: 'brought', label: 'brought to its underside' }
    ],
    (value) => set({ pad: value === 'brought' ? {} : null })
  );
  if (!pad) return [choice];
  return [
    choice,
    make.length('drop', 'Under its top', [pad.drop], (drop) => set({ pad: { drop } })),
    {
      ...{ name: 'run', label: 'Banks, out for 1 up', kind: 'text', value: String(pad.run) },
      set: (text) => {
        const run = Number(text.replace(',', '.').replace(/^\s*1\s*:\s*/, ''));
        return Number.isFinite(run) && run > 0
          ? make.run('setSlab', set({ pad: { run } }).args)
          : 'Expected how far banks run out for 1 up, as 2.';
      }
    }
  ];
}

/** Whether guards stand along it, and how much of it is open to fall from. */
function guardFields(make: CardMaker, { id, guard }: Slab, set: Set): Field[] {
  const { editor } = make;
  const open = editor.model.at(editor.project).get(openEdges, id);
  if (open.length === 0 && !guard) return [];
  const { units } = editor.settings;
  const size = open.reduce((sum, { a, b }) => sum + distance(a, b), 0);
  const deepest = Math.max(0, ...open.map(({ drop }) => drop));
  return [
    fact(
      'Open edges',
      open.length === 0
        ? 'none'
        : `${formatLengthWithUnit(size, units)}, ${formatLengthWithUnit(deepest, units)} down`
    ),
    make.flag('guard', 'Guards along them', guard, (on) => set({ guard: on }))
  ];
}

/** The heights of all corners, given or as they follow, and of what is given along edges and within, where it is a gully. */
function heightFields(
  make: CardMaker,
  { id }: Slab,
  levels: readonly Level[],
  surfaces: readonly Surface[]
): Field[] {
  const rings = make.editor.model.at(make.editor.project).get(slabOutlines, id);
  const facets = surfaces.flatMap((surface) => surface.facets);
  const isAt = (p: Point) => (one: { readonly at: Point }) => distance(one.at, p) <= tolerances.joint;
  const corners = rings.flat();
  const field = (name: string, label: string, at: Point, isGiven: boolean, z: number): Field => {
    const given = make.height(name, label, 'its level', [z], (to) => ({
      name: 'setFalls',
      args: { id, level: { at, z: to } }
    }));
    if (!isGiven) return { ...given, also: 'follows the others' };
    return {
      ...given,
      set: (text) => (text.trim() === '' ? make.run('setFalls', { id, without: at }) : given.set!(text))
    };
  };
  const own = levels.filter(({ at }) => !corners.some((p) => isAt(p)({ at })));
  const isOn = ({ at }: Level) => rings.some((ring) => gapToBorder(ring, at) <= tolerances.joint);
  const among = (list: readonly Level[], word: string) =>
    list.map(({ at, z }, i) => field(`${word} ${i}`, `${word} ${i + 1}, height`, at, true, z));
  return [
    ...corners.map((p, i) => {
      const given = levels.find(isAt(p));
      return field(`corner ${i}`, `Corner ${i + 1}, height`, p, !!given, given?.z ?? heightOn(facets, p));
    }),
    ...among(own.filter(isOn), 'Along an edge'),
    ...among(
      own.filter((one) => !isOn(one)),
      'Gully'
    )
  ];
}

/** Ridges and valleys: their heights, and whether they are kept. */
function lineFields(make: CardMaker, lines: readonly FallLine[], fall: Set): Field[] {
  const put = (i: number, end: 'from' | 'to', z: number) =>
    fall({ lines: lines.map((line, k) => (k === i ? { ...line, [end]: { ...line[end], z } } : line)) });
  return lines.flatMap((line, i) => [
    make.height(`line ${i}`, `Line ${i + 1}, from`, 'its level', [line.from.z], (z) => put(i, 'from', z)),
    make.height(`line ${i} to`, `Line ${i + 1}, to`, 'its level', [line.to.z], (z) => put(i, 'to', z)),
    make.choice(
      `line ${i} kept`,
      `Line ${i + 1}`,
      ['kept'],
      [
        { value: 'kept', label: 'ridge or valley' },
        { value: 'out', label: 'left out' }
      ],
      (value) => fall({ lines: value === 'out' ? lines.filter((_, k) => k !== i) : lines })
    )
  ]);
}

/** Where water goes from the middle of each plane. */
function waterFact(surfaces: readonly Surface[], units: LengthUnits): Field {
  const ends = surfaces.flatMap((surface) =>
    facetsSeen(surface).flatMap(({ at }) => {
      const path = waterFrom(surface, at);
      return path
        ? [`from mid slope ${waterWords[path.end]}, ${formatLengthWithUnit(path.drop, units)} lower`]
        : [];
    })
  );
  return fact('Water runs', [...new Set(ends)].join('; '));
}

/** Whether its underside falls with it, else which ply takes the fall up, and how thin it may be. */
function undersideFields(make: CardMaker, slab: Slab, set: Set): Field[] {
  const plies = pliesOf(make.editor.project, slab);
  const { material } = make.editor.project.tables;
  return [
    make.choice(
      'underside',
      'Underside',
      [slab.underside],
      [
        { value: 'tilted', label: 'falls as its top does' },
        { value: 'flat', label: 'flat, one ply varies' }
      ],
      (underside) => set({ underside })
    ),
    ...(slab.underside === 'flat' && plies.length > 1
      ? [
          make.choice(
            'varies',
            'Varies',
            [String(slab.varies)],
            plies.map((ply, i) => ({
              value: String(i),
              label: `${i + 1}: ${material.get(ply.material)?.name ?? ply.material}`
            })),
            (varies) => set({ varies: Number(varies) })
          )
        ]
      : []),
    ...(slab.underside === 'flat'
      ? [make.length('least', 'Nowhere under', [slab.least], (least) => set({ least }))]
      : [])
  ];
}

function fallFields(make: CardMaker, slab: Slab, set: Set): Field[] {
  const { editor } = make;
  const { falls, id } = slab;
  if (!falls) return [fact('Top', 'level; the tool Falls lets it fall')];
  const fall = (changes: object) => ({ name: 'setFalls', args: { id, ...changes } });
  const form = editor.settings.fallsAs;
  const surfaces = editor.model
    .at(editor.project)
    .get(slabParts, id)
    .map(({ surface }) => surface);
  const facets = surfaces.flatMap(facetsSeen);
  const own: Field[] =
    falls.kind === 'plane'
      ? [
          {
            ...{ name: 'slope', label: 'Fall', kind: 'pitch', value: formatFall(falls.slope, form) },
            set: (text) => {
              const read = parsePitch(text);
              if (!read.ok) return `Type ${read.expected}.`;
              return read.value > 0
                ? make.run('setFalls', { id, slope: Math.tan(read.value) })
                : 'A fall must be more than nothing.';
            }
          },
          make.angle('direction', 'Down towards', [falls.direction], (direction) => fall({ direction }))
        ]
      : [
          ...heightFields(make, slab, falls.levels, surfaces),
          fact('A height that is cleared', 'follows the others'),
          fact(
            'Planes',
            facets.length === 1 ? 'one' : `${facets.length}: no one plane goes through these heights`
          ),
          fact('Falls', facets.map(({ plane }) => formatFall(steepness(plane), form)).join(', ')),
          ...lineFields(make, falls.lines, fall)
        ];
  return [
    ...own,
    waterFact(surfaces, editor.settings.units),
    ...undersideFields(make, slab, set),
    make.choice(
      'falls',
      'Its top',
      ['falls'],
      [
        { value: 'falls', label: 'falls' },
        { value: 'level', label: 'is level again' }
      ],
      (value) => (value === 'level' ? fall({ none: true }) : set({}))
    )
  ];
}
