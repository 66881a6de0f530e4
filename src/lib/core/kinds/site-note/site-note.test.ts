/** Notes and photos pinned to the plan: kept, written and read back with their files, refused when they say nothing. */
import { describe, expect, it } from 'vitest';
import { blobsOf } from '../../exchange/blobs';
import { readProject, writeProject } from '../../exchange/archive';
import { planDrawing } from '../../drawing/plan-drawing';
import { Model } from '../../model/graph';
import { act, built, call, refusal } from '../../testing/house';
import { noteRows } from './schedule';

const note = {
  id: 'damp',
  storey: 'storey-1',
  at: { x: 2000, y: 1000 },
  looks: 90,
  text: 'Damp at the foot'
};
const house = built(
  call('setProject', { measuring: { by: 'R. Hale', on: '3 May' } }),
  call('addSiteNote', note)
);
const photo = {
  ...{ name: 'gable.jpg', blob: 'whole', mime: 'image/jpeg', small: 'little' },
  ...{ width: 4000, height: 3000 }
};

describe('a site note', () => {
  it('remembers who was there, says nothing of what is not told, and is seen where one measures only', () => {
    expect(house.tables.siteNote.get('damp')).toMatchObject({
      by: 'R. Hale',
      on: '3 May',
      height: 1600,
      photo: null
    });
    const marks = (stage: 'measure' | 'walls' | null) =>
      planDrawing(new Model().at(house), 'storey-1', { paper: 50, ...(stage && { stage }) } as never)
        .things.flat()
        .filter(({ subject }) => subject === 'damp');
    expect(marks(null)).toEqual([]);
    const still = act(house, 'setSiteNote', { id: 'damp', looks: null });
    expect(noteRows(new Model().at(still))[0]).toMatchObject({ looks: null, text: 'Damp at the foot' });
  });

  it('with a photo is packed with both its files, and is read back the same', () => {
    const pictured = act(house, 'setSiteNote', { id: 'damp', photo });
    expect([...blobsOf(pictured)]).toEqual([
      ['whole', 'image/jpeg'],
      ['little', 'image/jpeg']
    ]);
    const blobs = new Map([
      ['whole', Uint8Array.from([1, 2, 3])],
      ['little', Uint8Array.from([4])],
      ['of another', Uint8Array.from([5])]
    ]);
    const back = readProject('house.cliffstead', writeProject(pictured, blobs));
    if (!back.ok) throw new Error(back.problem.message);
    expect(back.project.tables.siteNote.get('damp')).toEqual(pictured.tables.siteNote.get('damp'));
    expect([...back.blobs.keys()].sort()).toEqual(['little', 'whole']);
    // Its words may go then; both may not.
    const wordless = act(pictured, 'setSiteNote', { id: 'damp', text: '' });
    expect(refusal(wordless, 'setSiteNote', { id: 'damp', photo: null })).toContain(
      'neither words nor a photo'
    );
  });

  it('refuses to say nothing, to stand nowhere, and a photo that is none', () => {
    expect(refusal(house, 'addSiteNote', { ...note, id: 'x', text: '  ' })).toContain(
      'neither words nor a photo'
    );
    expect(refusal(house, 'addSiteNote', { ...note, id: 'x', storey: 'attic' })).toContain('attic');
    expect(refusal(house, 'setSiteNote', { id: 'damp', photo: { ...photo, mime: 'image/gif' } })).toContain(
      'args.invalid'
    );
    expect(refusal(house, 'setSiteNote', { id: 'damp', height: 9e5 })).toMatch(/height/);
  });
});
