import { commands } from '../../core/commands/all';
import { describe, expect, it } from 'vitest';
import type { Field } from './card';
import { describeSelection, fieldNow } from './describe';
import { sentenceOfSelection } from '../selection-sentence';
import { readSentence, rectangle, startSession } from '../testing/session';

const open = (ids: string[], ...more: { name: string; args: unknown }[]) => {
  const session = startSession([rectangle(), ...more]);
  session.editor.select(ids);
  const card = () => describeSelection(session.editor)!;
  const field = (name: string): Field => {
    const found = card()
      .groups.flatMap(({ fields }) => fields)
      .find((one) => one.name === name);
    if (!found) throw new Error(`no field ${name}`);
    return found;
  };
  return { ...session, card, field, set: (name: string, text: string) => field(name).set!(text) };
};
const window = { name: 'addOpening', args: { id: 'o', wall: 'wall-1', filling: 'window', distance: 2000 } };
const roof = { name: 'addRoof', args: { storey: 'storey-1', pitch: 30 } };

describe('details', () => {
  it('nothing selected has no card', () => {
    expect(describeSelection(startSession().editor)).toBeUndefined();
    expect(sentenceOfSelection(startSession().editor)).toBeUndefined();
  });
  it('two fields of one list, both drawn before either is set, keep each other', () => {
    const { example } = commands.find(({ name }) => name === 'addChimney')!;
    const chimney = { name: 'addChimney', args: { ...(example as object), id: 'c' } };
    const { field, editor } = open(['c'], chimney);
    const [width, depth] = [field('flue 1 width'), field('flue 1 depth')];
    expect(fieldNow(editor, width).set!('190')).toBeUndefined();
    expect(fieldNow(editor, depth).set!('200')).toBeUndefined();
    expect(editor.project.tables.chimney.get('c')!.flues[0]).toMatchObject({ width: 190, depth: 200 });
  });
  it('a wall: length with what is jointed following, thickness, height, name', () => {
    const { set, field, editor, card } = open(['wall-1']);
    expect(card()).toMatchObject({ title: 'Wall', subtitle: 'Wall 1' });
    expect(set('length', '6.5 m')).toBeUndefined();
    expect(editor.project.tables.wall.get('wall-2')!.a.x).toBe(6500);
    expect(set('thickness', '12 in')).toBeUndefined();
    expect(field('thickness').value).toBe('305');
    expect(set('height', '2400')).toBeUndefined();
    expect(set('name', ' garden wall ')).toBeUndefined();
    expect(card().subtitle).toBe('garden wall');
    expect(set('settingOut', 'centre')).toBeUndefined();
    expect(set('standsApart', 'yes')).toBeUndefined();
    expect(editor.project.tables.wall.get('wall-1')).toMatchObject({
      settingOut: 'centre',
      standsApart: true
    });
  });
  it('a bad value says what is wrong and changes nothing', () => {
    const { set, editor } = open(['wall-1']);
    const before = editor.project;
    expect(set('length', 'long')).toContain('not a length');
    expect(set('length', '0')).toContain('more than zero');
    expect(set('thickness', '0')).toContain('must be between');
    expect(editor.project).toBe(before);
  });
  it('several walls show what they share, and change together', () => {
    const { field, set, editor, card } = open(['wall-1', 'wall-2']);
    expect(card().title).toBe('2 walls');
    expect(field('height').value).toBe('2\u00a0700');
    editor.perform({ name: 'setWalls', args: { ids: ['wall-2'], height: 2000 } });
    expect(field('height').value).toBe('varies');
    set('height', '2500');
    expect(field('height').value).toBe('2\u00a0500');
    expect(field('role').choices!.map(({ value }) => value)).toContain('partition');
  });
  it('unlike things are only counted, and are at a stage of work', () => {
    const { card } = open(['wall-1', 'o'], window);
    expect(card()).toMatchObject({ title: '2 things', subtitle: '1 wall, 1 opening' });
    expect(card()!.groups.map(({ title }) => title)).toEqual(['At which stage of work?']);
  });
  it('an opening: place, size, filling; a door also its handing', () => {
    const { set, field, editor } = open(['o'], window);
    for (const [name, text] of [
      ['distance', '1500'],
      ['width', '900'],
      ['sill', '0'],
      ['height', '2100'],
      ['to', 'centre'],
      ['filling', 'door'],
      ['hinge', 'far'],
      ['opens', 'outside']
    ])
      expect(set(name!, text!)).toBeUndefined();
    expect(editor.project.tables.opening.get('o')).toMatchObject({
      distance: 1500,
      width: 900,
      to: 'centre',
      filling: 'door',
      handing: { hinge: 'far', opens: 'outside' }
    });
    expect(field('From').value).toBe('the start of its line');
    expect(set('width', '20 m')).toContain('has only');
  });
  it('a roof: pitch in any way of writing it, and what came of it', () => {
    const { set, field, editor } = open(['roof-1'], roof);
    expect(set('pitch', '7:12')).toBeUndefined();
    expect(editor.project.tables.roof.get('roof-1')!.pitch).toBeCloseTo(Math.atan2(7, 12), 9);
    expect(set('pitch', 'steep')).toContain('slope');
    expect(field('Planes').value).toBe('4');
    expect(set('overhang', '300')).toBeUndefined();
    expect(field('Area on the slope').value).toMatch(/m²$/);
  });
  it('a slab, a storey, a tracing sheet', () => {
    const slab = open(['slab-1'], { name: 'addSlab', args: { storey: 'storey-1' } });
    expect(slab.set('outline', 'inner')).toBeUndefined();
    expect(slab.set('offset', '-20')).toBeUndefined();
    expect(slab.set('thickness', '0')).toContain('more than zero');
    const storey = open(['storey-1']);
    expect(storey.set('height', '2880')).toBeUndefined();
    expect(storey.set('datum', '100')).toBeUndefined();
    const sheet = open(['tracing-sheet-1'], {
      name: 'addTracingSheet',
      args: { storey: 'storey-1', blob: 'b', mime: 'image/png', widthPx: 8, heightPx: 6 }
    });
    expect(sheet.set('fade', '0.3')).toBeUndefined();
    expect(sheet.set('locked', 'yes')).toBeUndefined();
    expect(sheet.editor.project.tables.tracingSheet.get('tracing-sheet-1')).toMatchObject({
      fade: 0.3,
      locked: true
    });
  });
});

describe('the sentence of a selection', () => {
  it('describes it in blanks that can be filled', () => {
    const { editor } = open(['wall-1']);
    const subject = sentenceOfSelection(editor)!;
    expect(readSentence(subject.sentence())).toBe(
      'Wall “Wall 1”: length [6 000], held at [its start], thickness [200], height [2 700], set out on [outer face].'
    );
    expect(subject.fill('height', '2.5m')).toBeUndefined();
    expect(editor.project.tables.wall.get('wall-1')!.top).toEqual({ kind: 'height', height: 2500 });
    expect(subject.fill('height', 'x')).toContain('not a length');
    // The end that is held stays; the other goes, with what is joined there.
    sentenceOfSelection(editor)!.fill('hold', 'b');
    expect(sentenceOfSelection(editor)!.fill('length', '5 m')).toBeUndefined();
    expect(editor.project.tables.wall.get('wall-1')).toMatchObject({
      a: { x: 1000, y: 0 },
      b: { x: 6000, y: 0 }
    });
    expect(editor.project.tables.wall.get('wall-4')!.b.x).toBe(1000);
  });
});
