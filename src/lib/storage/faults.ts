/** Why storage refused, in words: what happened, and what can be done. */

/** The project is no longer in this browser: removed in another tab, or the browser's data was cleared. */
export class ProjectGone extends Error {}
/** Another tab kept steps that this one does not know. */
export class Outrun extends Error {}

export type FaultKind = 'gone' | 'outrun' | 'full' | 'failed';

export interface StorageFault {
  readonly kind: FaultKind;
  readonly text: string;
  readonly hint: string;
}

const file = 'Hand over a file to keep your work.';

/** Whether there is no use in trying again. */
export const isFinal = (fault: StorageFault | undefined): boolean =>
  fault?.kind === 'gone' || fault?.kind === 'outrun';

const wordsOf = (fault: unknown) => (fault instanceof Error ? fault.message || fault.name : String(fault));

/** Dexie wraps what the browser threw. */
const namesOf = (fault: unknown): string[] =>
  typeof fault === 'object' && fault !== null
    ? [(fault as Error).name, ...namesOf((fault as { inner?: unknown }).inner)]
    : [];

export function storageFault(fault: unknown): StorageFault {
  if (fault instanceof ProjectGone)
    return {
      kind: 'gone',
      text: 'This project is no longer in this browser: it was removed in another tab, or the data were cleared.',
      hint: 'Keep what is here as a new project, or hand over a file.'
    };
  if (fault instanceof Outrun)
    return {
      kind: 'outrun',
      text: 'Another tab has changed this project since it was read here.',
      hint: 'Keep what is here as a new project, or read the other again.'
    };
  if (namesOf(fault).includes('QuotaExceededError'))
    return {
      kind: 'full',
      text: 'Not saved: the browser’s storage is full.',
      hint: `Remove versions or projects, or make room on the disk; it is tried again by itself. ${file}`
    };
  return {
    kind: 'failed',
    text: `Not saved: ${wordsOf(fault)}.`,
    hint: `It is tried again by itself. ${file}`
  };
}

/** A file that goes with a project could not be kept; nothing is changed by that. */
export class FileNotKept extends Error {
  /** `fault`: what storage threw. */
  constructor(private readonly fault: unknown) {
    super(wordsOf(fault));
  }

  /** In words, of a file by its name. */
  told(name: string): Omit<StorageFault, 'kind'> {
    const isFull = storageFault(this.fault).kind === 'full';
    return {
      text: `"${name}" cannot be kept: ${isFull ? 'the browser’s storage is full' : this.message}.`,
      hint: `${isFull ? 'Remove versions or projects, or make room on the disk' : 'Load the page again'}, and take it once more.`
    };
  }
}

/** Why no project can be kept in this browser at all; undefined for a fault of another sort. */
export function whyNoStorage(fault: unknown): Omit<StorageFault, 'kind'> {
  const names = namesOf(fault);
  if (names.includes('VersionError'))
    return {
      text: 'A newer version of Cliffstead has kept the projects of this browser.',
      hint: 'Close all its tabs and load this page again to get the newer version. Until then you can work without storage.'
    };
  if (names.includes('MissingAPIError') || typeof indexedDB === 'undefined')
    return {
      text: 'This browser offers no storage for projects (IndexedDB), as in some private windows.',
      hint: 'Use an ordinary window, or work without storage and keep files.'
    };
  return {
    text: `This browser refuses storage for projects (${wordsOf(fault)}).`,
    hint: 'Allow the site to keep data and load this page again, or work without storage and keep files.'
  };
}
