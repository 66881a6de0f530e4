import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { perform } from '../commands/register';
import { callOf, editsArb, playEdits } from '../testing/edits';
import { placeOf } from '../kinds/opening/checks';
import {
  PatchMismatch,
  applyPatch,
  composePatches,
  invertPatch,
  patchOf,
  sameValue,
  type Patch
} from './patch';
import { allRecords } from './project';
import { newProject } from '../kinds/new-project';
import { openingsOf } from '../kinds/opening/record';
import type { Project } from './kind';

const none: Patch = new Map();
const runs = Number(process.env.LAW_RUNS ?? 60);
const records = (project: Project) => new Map(allRecords(project).map((record) => [record.id, record]));

/** Same ids, and every record the very same object. */
function expectSameObjects(p: Project, q: Project) {
  const [a, b] = [records(p), records(q)];
  expect([...a.keys()].sort()).toEqual([...b.keys()].sort());
  for (const [id, record] of a) expect(b.get(id)).toBe(record);
}

/** Patches of a random session, in order. */
function patchesOf(edits: Parameters<typeof playEdits>[0], start: Project): Patch[] {
  const patches: Patch[] = [];
  let project = start;
  for (const edit of edits) {
    const call = callOf(project, edit);
    const result = call && perform(project, call);
    if (!result?.ok) continue;
    patches.push(result.patch);
    project = applyPatch(project, result.patch);
  }
  return patches;
}

describe('patches', () => {
  it('undo of do is the identity, down to the record objects', () => {
    fc.assert(
      fc.property(editsArb(12), (edits) => {
        const start = newProject();
        const patches = patchesOf(edits, start);
        const last = patches.reduce(applyPatch, start);
        const back = [...patches].reverse().map(invertPatch).reduce(applyPatch, last);
        expectSameObjects(back, start);
        expectSameObjects(patches.reduce(applyPatch, back), last);
      }),
      { numRuns: runs }
    );
  });
  it('composing is doing one after the other', () => {
    fc.assert(
      fc.property(editsArb(12), (edits) => {
        const start = newProject();
        const patches = patchesOf(edits, start);
        const whole = patches.reduce(composePatches, none);
        expect(records(applyPatch(start, whole))).toEqual(records(patches.reduce(applyPatch, start)));
        const undone = composePatches(whole, invertPatch(whole));
        expect(undone.size).toBe(0);
      }),
      { numRuns: runs }
    );
  });
  it('a refused command changes nothing; an accepted one keeps openings within their walls', () => {
    fc.assert(
      fc.property(editsArb(16), (edits) => {
        playEdits(edits, (before, after, call, accepted) => {
          if (!accepted) {
            expect(after).toBe(before);
            const result = perform(before, call);
            if (result.ok) throw new Error('refused and accepted');
            expect(result.problem.message).not.toMatch(/undefined|NaN|\[object/);
            // Named as in the plan, and not by an id that was made for it; what is not there has nothing else.
            if (result.problem.code !== 'record.missing')
              expect(result.problem.message).not.toMatch(/\b[a-z]+-\d+\b/);
            expect(result.problem.hint.length).toBeGreaterThan(5);
          }
          for (const wall of after.tables.wall.values())
            for (const opening of openingsOf(after, wall.id)) {
              const { t0, t1 } = placeOf(after, opening, wall);
              const length = Math.hypot(wall.b.x - wall.a.x, wall.b.y - wall.a.y);
              expect(t0).toBeGreaterThan(-0.02);
              expect(t1).toBeLessThan(length + 0.02);
            }
        });
      }),
      { numRuns: runs }
    );
  });
  it('refuse to apply where the record is another one, and change nothing', () => {
    const project = newProject();
    const ground = project.tables.storey.get('storey-1')!;
    const patch: Patch = new Map([
      ['storey-1', { before: { ...ground, name: 'Elsewhere' }, after: { ...ground, name: 'Cellar' } }]
    ]);
    expect(() => applyPatch(project, patch)).toThrow(PatchMismatch);
    expect(project.tables.storey.get('storey-1')).toBe(ground);
  });
  it('leave out what does not change, and know equal values', () => {
    const project = newProject();
    const ground = project.tables.storey.get('storey-1')!;
    expect(patchOf(project, [{ ...ground }]).size).toBe(0);
    expect(patchOf(project, [], ['nowhere']).size).toBe(0);
    expect(applyPatch(project, none)).toBe(project);
    expect(sameValue({ a: [1, { b: 2 }] }, { a: [1, { b: 2 }] })).toBe(true);
    expect(sameValue({ a: 1 }, { a: 1, b: undefined })).toBe(false);
    expect(sameValue(null, {})).toBe(false);
  });
});
