/** How a size is known, by whom it was measured and when: as the person says, so both are words. */
import type { Certainty } from '../units/certainty';
import * as f from './fields';
import type { Project } from './kind';
import { settingsOf } from './project';
import * as s from './schemas';

export interface Known {
  readonly certainty: Certainty;
  readonly by: string;
  readonly on: string;
}

export interface KnownGiven {
  readonly certainty?: Certainty | undefined;
  readonly by?: string | undefined;
  readonly on?: string | undefined;
}

/** In a file. */
export const knownFields = () => ({ certainty: f.certainty(), by: f.text(), on: f.text() });

/** In a command. */
export const knownArgs = () => ({ certainty: s.certainty(), by: s.name(), on: s.name() });

/** What is said; else as it was; else measured by whoever measures now. */
export function knownOf(project: Project, given: KnownGiven, old?: Known): Known {
  const { measuring } = settingsOf(project);
  return {
    certainty: given.certainty ?? old?.certainty ?? 'measured',
    by: given.by ?? old?.by ?? measuring.by,
    on: given.on ?? old?.on ?? measuring.on
  };
}

/** In words; empty where neither is said. */
export const whoMeasured = ({ by, on }: Pick<Known, 'by' | 'on'>): string =>
  [by, on].filter(Boolean).join(', ');
