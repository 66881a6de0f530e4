/** Pinning notes and photos, and changing them. */
import {
  command,
  done,
  freshOrGiven,
  need,
  needHouseSize,
  refuse,
  storedPoint
} from '../../document/command';
import type { Project } from '../../document/kind';
import { settingsOf } from '../../document/project';
import * as s from '../../document/schemas';
import { toStored } from '../../geometry/tolerances';
import { degree } from '../../units/angle';
import { longestNote, photoMimes, type Photo, type SiteNote } from './record';

/** mm: where one holds a camera. */
const eye = 1600;

const photo = () =>
  s
    .object({
      name: s.name().required(),
      ...{ blob: s.id().required(), mime: s.oneOf(photoMimes).required(), small: s.id().required() },
      width: s.number().integer().min(1).max(100_000).required(),
      height: s.number().integer().min(1).max(100_000).required()
    })
    .noUnknown(true);

const shape = () => ({
  at: s.point().default(undefined),
  height: s.mm(),
  looks: s.degrees().nullable(),
  text: s.string().max(longestNote),
  photo: photo().nullable().default(undefined),
  ...{ by: s.name(), on: s.name() }
});

interface Given {
  readonly at?: { x: number; y: number } | undefined;
  readonly height?: number | undefined;
  readonly looks?: number | null | undefined;
  readonly text?: string | undefined;
  readonly photo?: Photo | null | undefined;
  readonly by?: string | undefined;
  readonly on?: string | undefined;
}

function changed(project: Project, old: SiteNote, given: Given): SiteNote {
  if (given.height !== undefined) needHouseSize(project, 'height', 'the note', given.height);
  const note: SiteNote = {
    ...old,
    at: given.at ? storedPoint(given.at) : old.at,
    height: given.height === undefined ? old.height : toStored(given.height),
    looks: given.looks === undefined ? old.looks : given.looks === null ? null : given.looks * degree,
    text: (given.text ?? old.text).trim(),
    photo: given.photo === undefined ? old.photo : given.photo,
    ...{ by: given.by ?? old.by, on: given.on ?? old.on }
  };
  if (note.text === '' && !note.photo) refuse(project, 'site-note.empty', { subjects: [old.id] });
  return note;
}

export const addSiteNote = command({
  name: 'addSiteNote',
  about:
    'Pin a note to a place of the plan: words, or a photo (its blob and a small one of it), or both; `looks`: the way one looked, null where that is of no account; `height` above the floor; `by`, `on`: who was there and when.',
  args: s.object({ id: s.id(), storey: s.id().required(), ...shape(), at: s.point().required() }),
  example: { storey: 'storey-1', at: { x: 2000, y: 1000 }, looks: 90, text: 'Damp at the foot of this wall' },
  run: (project, args) => {
    const { id, storey, ...given } = args;
    const { measuring } = settingsOf(project);
    const bare: SiteNote = {
      id: freshOrGiven(project, 'siteNote', id),
      kind: 'siteNote',
      storey: need(project, 'storey', storey).id,
      ...{ at: storedPoint(args.at), height: eye, looks: null, text: '', photo: null, ...measuring }
    };
    const note = changed(project, bare, given as Given);
    return done(project, 'Pin a note', [note], [], [note.id]);
  }
});

export const setSiteNote = command({
  name: 'setSiteNote',
  about: 'Change a pinned note: its place, height, way, words, photo (none: null), who was there and when.',
  args: s.object({ id: s.id().required(), ...shape() }),
  example: { id: 'note-1', text: 'Damp, up to 400 above the floor' },
  run: (project, { id, ...given }) =>
    done(project, 'Change a note', [changed(project, need(project, 'siteNote', id), given as Given)])
});
