/** The keys of the tools: as they are proposed, or as the person has chosen; kept in this browser. */
import { keysWithout, shelves, type Shelf } from '../editor/stages';

const mark = 'cliffstead keys';

/** Letters that do something else while nothing is in hand. */
const others = new Map(
  keysWithout.flatMap(({ key, does }): [string, string][] => {
    const letter = /^(⇧?)([A-Z])$/.exec(key);
    return letter ? [[letter[1] ? letter[2]! : letter[2]!.toLowerCase(), does]] : [];
  })
);

/** "⇧D" for D with Shift, "D" without. */
export const shownKey = (key: string) => (key === key.toUpperCase() ? `⇧${key}` : key.toUpperCase());

/** None where nothing may be kept, as on the server. */
function kept(): Record<string, string> {
  try {
    return JSON.parse(localStorage.getItem(mark) ?? '{}') as Record<string, string>;
  } catch {
    return {};
  }
}

class ToolKeys {
  private own = $state.raw(kept());
  readonly changed = $derived(Object.keys(this.own).length > 0);

  of({ tool, key }: Shelf): string {
    return this.own[tool] ?? key;
  }

  /** The tool that a key takes. */
  at(key: string): Shelf | undefined {
    return shelves.find((shelf) => this.of(shelf) === key);
  }

  /** Another letter, with Shift where it was with Shift before. Answers why not, where it is not to be had. */
  set(shelf: Shelf, text: string): string | undefined {
    const letter = text.replace('⇧', '');
    if (!/^[a-zA-Z]$/.test(letter)) return 'A key is one letter.';
    const before = this.of(shelf);
    const key = before === before.toUpperCase() ? letter.toUpperCase() : letter.toLowerCase();
    const taken = this.at(key);
    if (taken && taken.tool !== shelf.tool)
      return `${shownKey(key)} takes ${taken.label}: give that another key first.`;
    if (others.has(key)) return `${shownKey(key)} is taken: ${others.get(key)}.`;
    this.own = { ...this.own, [shelf.tool]: key };
    localStorage.setItem(mark, JSON.stringify(this.own));
    return undefined;
  }

  reset() {
    this.own = {};
    localStorage.removeItem(mark);
  }
}

export const toolKeys = new ToolKeys();
