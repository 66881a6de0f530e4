/** Commands that are made of commands. */
import { ask, Refusal } from '../document/command';
import type { Command, Query } from '../document/kind';
import { applyPatch, composePatches, type Patch } from '../document/patch';

/** Commands one after another, as one change. */
export class Steps {
  patch: Patch = new Map();
  private now: Query;

  constructor(private readonly query: Query) {
    this.now = query;
  }

  get project() {
    return this.now.project;
  }

  run(asked: Command, args: object): readonly string[] {
    const made = this.attempt(asked, args);
    if (made instanceof Refusal) throw made;
    return made;
  }

  /** The same, leaving all as it is where it is refused. */
  attempt(asked: Command, args: object): readonly string[] | Refusal {
    const result = ask(this.now, asked, args);
    if (!result.ok) return new Refusal(result.problem);
    this.patch = composePatches(this.patch, result.patch);
    this.now = this.query.at(applyPatch(this.project, result.patch));
    return result.made;
  }
}
