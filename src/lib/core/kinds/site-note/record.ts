/** The record of a site note: words or a photo, or both, pinned to a place of the plan. */
import { number, object } from 'yup';
import * as f from '../../document/fields';
import type { Point } from '../../geometry/point';

export const photoMimes = ['image/jpeg', 'image/png', 'image/webp'] as const;

export type PhotoMime = (typeof photoMimes)[number];

/** `blob`: as it was taken; `small`: made from it to be shown, a JPEG. Kept apart from the records, by name. */
export interface Photo {
  readonly name: string;
  readonly blob: string;
  readonly mime: PhotoMime;
  readonly small: string;
  readonly width: number;
  readonly height: number;
}

/**
 * `height`: above the floor of its storey. `looks`: the way that one looked; null where that is of no account. `by`, `on`: who
 * was there and when, as the person says.
 */
export interface SiteNote {
  readonly id: string;
  readonly kind: 'siteNote';
  readonly storey: string;
  readonly at: Point;
  readonly height: number;
  readonly looks: number | null;
  readonly text: string;
  readonly photo: Photo | null;
  readonly by: string;
  readonly on: string;
}

export const longestNote = 2000;
const mostPixels = 100_000;

/** What a site note may be in a file, besides its id and kind. */
export const schema = object({
  storey: f.id(),
  at: f.point(),
  height: f.mm(),
  looks: number().nullable().defined(),
  text: f.text(longestNote),
  photo: object({
    name: f.text(),
    blob: f.id(),
    mime: f.choice(photoMimes),
    small: f.id(),
    width: number().integer().min(1).max(mostPixels).required(),
    height: number().integer().min(1).max(mostPixels).required()
  })
    .nullable()
    .defined()
    .default(undefined),
  by: f.text(),
  on: f.text()
});

declare module '../../document/record' {
  interface Records {
    siteNote: SiteNote;
  }
}
