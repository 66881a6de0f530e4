/** The fields of a top: how it ends, and how high. */
import { storeysInOrder } from '../../core/kinds/storey/record';
import { nameOf } from '../../core/document/names';
import type { WallTop } from '../../core/kinds/wall/record';
import type { CardMaker, Field } from './card';

/** `set` gets `top`. */
export function topChoiceFields(
  make: CardMaker,
  tops: readonly WallTop[],
  set: (changes: object) => { name: string; args: unknown }
): Field[] {
  const { project, storey } = make.editor;
  const usual = project.tables.storey.get(storey)?.height ?? 2400;
  const heights = tops.flatMap((top) => (top.kind === 'height' ? [top.height] : []));
  const datums = tops.flatMap((top) => (top.kind === 'datum' ? [top] : []));
  return [
    make.choice(
      'top',
      'Top',
      tops.map((top) =>
        top.kind === 'datum' ? `datum ${top.storey}` : top.kind === 'slab' ? `slab ${top.slab}` : top.kind
      ),
      [
        { value: 'height', label: 'fixed height' },
        { value: 'roof', label: 'carried up to roof' },
        ...storeysInOrder(project).map(({ id, name }) => ({
          value: `datum ${id}`,
          label: `to the datum of ${name}`
        })),
        ...[...project.tables.slab.values()].map((slab) => ({
          value: `slab ${slab.id}`,
          label: `to the underside of ${nameOf(project, slab)}`
        }))
      ],
      (value) => {
        const [kind, id] = value.split(' ');
        if (kind === 'datum') return set({ top: { kind, storey: id, offset: 0 } });
        if (kind === 'slab') return set({ top: { kind, slab: id } });
        return set({ top: kind === 'roof' ? { kind } : { kind: 'height', height: usual } });
      }
    ),
    ...(datums.length === tops.length
      ? [
          make.height(
            'topOffset',
            'Ends',
            'that datum',
            datums.map(({ offset }) => offset),
            (offset) => set({ top: { ...datums[0]!, offset } })
          )
        ]
      : []),
    ...(heights.length === tops.length
      ? [make.length('height', 'Height', heights, (height) => set({ top: { kind: 'height', height } }))]
      : [])
  ];
}
