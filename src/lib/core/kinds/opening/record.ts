/** The record of a opening: what is stored of it, and what the reader lets in. */
import { workField, type Worked } from '../../document/work';
import { boolean, mixed, number, object, string } from 'yup';
import * as f from '../../document/fields';
import type { Side, WallEnd } from '../../kernels/joints/frame';
import type { Certainty } from '../../units/certainty';
import type { Project } from '../../document/kind';
import { overrides, type Overrides } from '../catalogue-entry/overrides';

export const fillings = ['none', 'door', 'window'] as const;

export type Filling = (typeof fillings)[number];

export const setOutTos = ['near', 'centre', 'far'] as const;

export type SetOutTo = (typeof setOutTos)[number];

/** `line`: from the end of the setting-out line; `face`: from the face of a wall jointed there, read on one side. */
export type SetOutOrigin =
  { readonly kind: 'line' } | { readonly kind: 'face'; readonly wall: string; readonly side: Side };

/** `hinge`: which jamb, `near` being nearer the origin's end; `opens`: to which side of the wall. */
export interface Handing {
  readonly hinge: 'near' | 'far';
  readonly opens: 'inside' | 'outside';
}

/** `sill` and head are above the storey's datum; `floor`: the slab that the sill is measured over and keeps to (null: the datum). */
export interface Opening extends Worked {
  readonly id: string;
  readonly kind: 'opening';
  readonly name: string;
  /** D01, W101: unlike all others of the house; empty for a bare opening. */
  readonly mark: string;
  readonly wall: string;
  readonly filling: Filling;
  /** The catalogue entry that fills it; null: a plain door or window. */
  readonly entry: string | null;
  /** What it has otherwise than that entry; null: nothing. */
  readonly overrides: Overrides | null;
  /** What fills it is turned left to right. */
  readonly mirrored: boolean;
  /** Wanted as a way out in a fire. */
  readonly escape: boolean;
  /** Goes on through walls that stand against its own. */
  readonly through: boolean;
  /** How far its leaves are shown open, radians; null: in the plan at a right angle, in the model shut. */
  readonly ajar: number | null;
  readonly end: WallEnd;
  readonly origin: SetOutOrigin;
  readonly to: SetOutTo;
  readonly distance: number;
  readonly width: number;
  readonly height: number;
  readonly sill: number;
  readonly floor: string | null;
  readonly handing: Handing;
  readonly certainty: Certainty;
}

export function openingsOf(project: Project, wall: string): Opening[] {
  return [...project.tables.opening.values()].filter((opening) => opening.wall === wall);
}

export const origin = () =>
  mixed()
    .required()
    .test('origin', '${path} must be the line, or the face of a wall', (value) => {
      const given = value as { kind?: unknown; wall?: unknown; side?: unknown };
      return (
        given.kind === 'line' ||
        (given.kind === 'face' &&
          typeof given.wall === 'string' &&
          (given.side === 'left' || given.side === 'right'))
      );
    });

/** What a opening may be in a file, besides its id and kind. */
export const schema = object({
  work: workField(),
  name: f.text(),
  mark: f.text(),
  wall: f.id(),
  filling: f.choice(fillings),
  entry: string().min(1).max(200).nullable().defined(),
  overrides: overrides(),
  mirrored: boolean().required(),
  escape: boolean().required(),
  through: boolean().required(),
  ajar: number().min(0).max(Math.PI).nullable().defined(),
  end: f.choice(['a', 'b']),
  origin: origin(),
  to: f.choice(setOutTos),
  distance: f.mm(),
  width: f.size(),
  height: f.size(),
  sill: f.mm(),
  floor: f.id().nullable().defined(),
  handing: object({ hinge: f.choice(['near', 'far']), opens: f.choice(['inside', 'outside']) }).required(),
  certainty: f.certainty()
});

declare module '../../document/record' {
  interface Records {
    opening: Opening;
  }
}
