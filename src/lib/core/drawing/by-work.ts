/** Stages of work as drawings have them: existing light, new in full, what is to be removed in dashes and not filled. */
import type { Mark } from '../display/marks';
import type { Work } from '../document/work';

interface Kept {
  readonly works: ReadonlyMap<string, Work>;
  readonly made: readonly Mark[];
}

const kept = new WeakMap<readonly Mark[], Kept>();

/** Towards the paper. */
function lighter(fill: string): string {
  const parts = /^#(..)(..)(..)$/.exec(fill);
  if (!parts) return 'lichen';
  const mixed = parts.slice(1).map((one) => Math.round(parseInt(one, 16) * 0.35 + 246 * 0.65));
  return `#${mixed.map((one) => one.toString(16).padStart(2, '0')).join('')}`;
}

function asExisting(mark: Mark): Mark {
  const ink = mark.ink === 'slate' ? 'shale' : mark.ink;
  if (mark.kind === 'region') return { ...mark, ink, fill: lighter(mark.fill), hatch: undefined };
  return { ...mark, ink };
}

function asRemoved(mark: Mark): Mark[] {
  if (mark.kind === 'region') return [];
  if (mark.kind === 'text') return [{ ...mark, ink: 'shale' }];
  // Of walls their faces, not what parts their plies.
  const isBorder = 'pen' in mark && (mark.pen === 'cut' || mark.pen === 'face');
  return 'pen' in mark && (isBorder || mark.group !== 'walls')
    ? [{ ...mark, ink: 'shale', pen: 'overhead' }]
    : [];
}

/** The marks of a thing as its stage has them; the same list while nothing of that changes. */
export function byWork(marks: readonly Mark[], works: ReadonlyMap<string, Work>): readonly Mark[] {
  if (works.size === 0 || !marks.some(({ subject }) => works.has(subject))) return marks;
  const known = kept.get(marks);
  if (known?.works === works) return known.made;
  const made = marks.flatMap((mark): Mark[] => {
    const work = works.get(mark.subject);
    return work === 'existing' ? [asExisting(mark)] : work === 'removed' ? asRemoved(mark) : [mark];
  });
  kept.set(marks, { works, made });
  return made;
}
