/** What a card of details is, and how its fields are made: every setter is a command. */
import { degree, formatAngle, formatPitch, parseAngle, parsePitch } from '../../core/units/angle';
import { formatHeight, parseHeight } from '../../core/units/height';
import { besideLength, explainFault, formatLength, parseLength, type Parsed } from '../../core/units/length';
import type { Editor } from '../editor';
import type { Choice } from '../sentence';

export interface Field {
  readonly name: string;
  readonly label: string;
  readonly kind: 'length' | 'height' | 'pitch' | 'angle' | 'text' | 'choice' | 'flag' | 'fact';
  readonly value: string;
  /** Told beside it: how it was rounded, what it is in the second unit. */
  readonly also?: string;
  readonly choices?: readonly Choice[];
  /** A length as it is kept, mm; undefined where several differ. */
  readonly mm?: number;
  /** Answers what is wrong, or undefined when it was done. */
  readonly set?: (text: string) => string | undefined;
}

export interface FieldGroup {
  readonly title: string;
  readonly fields: readonly Field[];
  /** Shut until it is opened, and what it says meanwhile. */
  readonly folded?: string;
}

export interface CardAction {
  readonly label: string;
  readonly run: () => void;
}

export interface DetailsCard {
  readonly actions?: readonly CardAction[];
  readonly title: string;
  readonly subtitle: string;
  /** Told first, as what it is made of. */
  readonly note?: string | undefined;
  /** Shown small; seen as it was taken when it is pressed. */
  readonly photo?: { readonly name: string; readonly small: string; readonly blob: string } | undefined;
  readonly groups: readonly FieldGroup[];
  /** Of the tool in hand, not of what is selected. */
  readonly isOfTool?: true;
}

const varies = 'varies';
/** What stands for that among choices: no choice of them, as nothing at all may be. */
const unlike = 'unlike';

function parseWhole(text: string): Parsed<number> {
  return /^\s*\d{1,3}\s*$/.test(text)
    ? { ok: true, value: Number(text) }
    : { ok: false, at: 0, expected: 'a whole number' };
}

function parsePercent(text: string): Parsed<number> {
  const found = /^\s*(\d{1,3}(?:[.,]\d+)?)\s*%?\s*$/.exec(text);
  return found
    ? { ok: true, value: Number(found[1]!.replace(',', '.')) / 100 }
    : { ok: false, at: 0, expected: 'a part in per cent, as 60 %' };
}

type NumberCall = (value: number) => { name: string; args: unknown };

/** How a number is written and read; `also`: told beside it. */
interface Notation {
  readonly show: (value: number) => string;
  readonly also?: ((value: number) => string | undefined) | undefined;
  readonly read: (text: string) => Parsed<number>;
}

/** Builds fields of one selection; every setter goes through `act`. */
export class CardMaker {
  constructor(readonly editor: Editor) {}

  run(name: string, args: unknown): string | undefined {
    return this.editor.refusal({ name, args });
  }

  length(name: string, label: string, values: readonly number[], command: NumberCall): Field {
    const { units, secondUnits } = this.editor.settings;
    return this.measured({ name, label, kind: 'length' }, values, command, {
      show: (value) => formatLength(value, units),
      also: (value) => besideLength(value, units, secondUnits),
      read: (text) => parseLength(text, units)
    });
  }

  /** So much above or below `what`. */
  height(name: string, label: string, what: string, values: readonly number[], command: NumberCall): Field {
    const { units, secondUnits } = this.editor.settings;
    return this.measured({ name, label, kind: 'height' }, values, command, {
      show: (value) => formatHeight(value, units, what),
      also: secondUnits ? (value) => formatHeight(value, secondUnits, what) : undefined,
      read: (text) => parseHeight(text, units)
    });
  }

  /** Radians; the call gets degrees. */
  pitch(label: string, value: number, command: NumberCall): Field {
    const { units } = this.editor.settings;
    return this.measured({ name: 'pitch', label, kind: 'pitch' }, [value], (v) => command(v / degree), {
      show: (v) => formatPitch(v, units),
      read: parsePitch
    });
  }

  /** Radians; the call gets degrees. */
  angle(name: string, label: string, values: readonly number[], command: NumberCall): Field {
    return this.measured({ name, label, kind: 'angle' }, values, (v) => command(v / degree), {
      show: (v) => formatAngle(v, 2),
      read: parseAngle
    });
  }

  /** How many. */
  whole(name: string, label: string, value: number, command: NumberCall): Field {
    return this.measured({ name, label, kind: 'text' }, [value], command, { show: String, read: parseWhole });
  }

  /** A part of one, in per cent. */
  percent(name: string, label: string, value: number, command: NumberCall): Field {
    return this.measured({ name, label, kind: 'text' }, [value], command, {
      show: (part) => `${Number((part * 100).toFixed(1))} %`,
      read: parsePercent
    });
  }

  private measured(
    about: Pick<Field, 'name' | 'label' | 'kind'>,
    values: readonly number[],
    command: NumberCall,
    { show, also, read }: Notation
  ): Field {
    const same = values.every((value) => value === values[0]);
    const beside = same ? also?.(values[0]!) : undefined;
    return {
      ...about,
      value: same ? show(values[0]!) : varies,
      ...(beside && { also: beside }),
      ...(same && about.kind === 'length' && { mm: values[0]! }),
      set: (text) => {
        const parsed = read(text);
        if (!parsed.ok) return `${explainFault(text, parsed)}.`;
        const { name, args } = command(parsed.value);
        return this.run(name, args);
      }
    };
  }

  choice(
    name: string,
    label: string,
    values: readonly string[],
    choices: readonly Choice[],
    command: (value: string) => { name: string; args: unknown }
  ): Field {
    const same = values.every((value) => value === values[0]);
    return {
      name,
      label,
      kind: 'choice',
      value: same ? values[0]! : unlike,
      choices: same ? choices : [{ value: unlike, label: varies }, ...choices],
      set: (text) => {
        const { name: called, args } = command(text);
        return this.run(called, args);
      }
    };
  }

  text(
    name: string,
    label: string,
    value: string,
    command: (value: string) => { name: string; args: unknown }
  ): Field {
    return {
      name,
      label,
      kind: 'text',
      value,
      set: (text) => {
        const { name: called, args } = command(text.trim());
        return this.run(called, args);
      }
    };
  }

  flag(
    name: string,
    label: string,
    value: boolean,
    command: (value: boolean) => { name: string; args: unknown }
  ): Field {
    return {
      name,
      label,
      kind: 'flag',
      value: value ? 'yes' : 'no',
      set: (text) => {
        const { name: called, args } = command(text === 'yes');
        return this.run(called, args);
      }
    };
  }
}

export const fact = (label: string, value: string): Field => ({ name: label, label, kind: 'fact', value });
export const words = (values: readonly string[]): Choice[] =>
  values.map((value) => ({ value, label: value }));
