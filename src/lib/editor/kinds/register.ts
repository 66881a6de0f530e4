/** What the editor knows of each kind. A new kind is a line here; leaving it out does not compile. */
import type { Kind, Rec } from '../../core/document/record';
import { alignment } from './alignment/kind';
import { catalogueEntry } from './catalogue-entry/kind';
import { chimney } from './chimney/kind';
import { column } from './column/kind';
import { dimension } from './dimension/kind';
import { guide } from './guide/kind';
import { joint } from './joint/kind';
import { unseen, type EditorKind } from './kind';
import { opening } from './opening/kind';
import { project } from './project/kind';
import { roof } from './roof/kind';
import { rooflight } from './rooflight/kind';
import { slab } from './slab/kind';
import { footing } from './footing/kind';
import { ground } from './ground/kind';
import { clearSpace } from './clear-space/kind';
import { siteNote } from './site-note/kind';
import { roomTie } from './room-tie/kind';
import { surveyRoom } from './survey-room/kind';
import { surveyRun } from './survey-run/kind';
import { stair } from './stair/kind';
import { storey } from './storey/kind';
import { tracingSheet } from './tracing-sheet/kind';
import { wall } from './wall/kind';

export const editorKinds: { readonly [K in Kind]: EditorKind } = {
  project,
  storey,
  wall,
  alignment,
  catalogueEntry,
  opening,
  column,
  chimney,
  slab,
  stair,
  clearSpace,
  surveyRun,
  surveyRoom,
  roomTie,
  siteNote,
  ground,
  footing,
  roof,
  rooflight,
  tracingSheet,
  dimension,
  guide,
  joint,
  // Edited in panels of their own, or with what they belong to.
  ...{ material: unseen, buildUp: unseen, preset: unseen, layer: unseen, twins: unseen, deferral: unseen }
};

export const editorKindOf = ({ kind }: Rec): EditorKind => editorKinds[kind];
export const allEditorKinds = Object.entries(editorKinds) as [Kind, EditorKind][];
