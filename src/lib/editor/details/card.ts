/** What a card of details is, and how its fields are made: every setter is a command. */
import { formatAngle, parsePitch, degree } from '../../core/units/angle';
import { formatHeight, parseHeight } from '../../core/units/height';
import { explainFault, formatLength, formatLengthWithUnit, parseLength } from '../../core/units/length';
import { type Editor } from '../editor';
import { type Choice } from '../sentence';

export interface Field {
  readonly name: string;
  readonly label: string;
  readonly kind: 'length' | 'height' | 'pitch' | 'text' | 'choice' | 'share' | 'flag' | 'fact';
  readonly value: string;
  /** The same in the project's second unit. */
  readonly also?: string;
  readonly choices?: readonly Choice[];
  /** Answers what is wrong, or undefined when it was done. */
  readonly set?: (text: string) => string | undefined;
}

export interface FieldGroup {
  readonly title: string;
  readonly fields: readonly Field[];
}

export interface CardAction {
  readonly label: string;
  readonly run: () => void;
}

export interface DetailsCard {
  readonly actions?: readonly CardAction[];
  readonly title: string;
  readonly subtitle: string;
  readonly plies: readonly { readonly colour: string; readonly thickness: number; readonly label: string }[];
  readonly groups: readonly FieldGroup[];
}

const varies = 'varies';

/** Builds fields of one selection; every setter goes through `act`. */
export class CardMaker {
  constructor(readonly editor: Editor) {}

  run(name: string, args: unknown): string | undefined {
    return this.editor.refusal({ name, args });
  }

  length(
    name: string,
    label: string,
    values: readonly number[],
    command: (value: number) => { name: string; args: unknown }
  ): Field {
    const { units, secondUnits } = this.editor.settings;
    const same = values.every((value) => value === values[0]);
    return {
      name,
      label,
      kind: 'length',
      value: same ? formatLength(values[0]!, units) : varies,
      ...(same && secondUnits && { also: formatLengthWithUnit(values[0]!, secondUnits) }),
      set: (text) => {
        const parsed = parseLength(text, units);
        if (!parsed.ok) return `${explainFault(text, parsed)}.`;
        const { name: called, args } = command(parsed.value);
        return this.run(called, args);
      }
    };
  }

  /** So much above or below `what`. */
  height(
    name: string,
    label: string,
    what: string,
    values: readonly number[],
    command: (value: number) => { name: string; args: unknown }
  ): Field {
    const { units, secondUnits } = this.editor.settings;
    const same = values.every((value) => value === values[0]);
    return {
      name,
      label,
      kind: 'height',
      value: same ? formatHeight(values[0]!, units, what) : varies,
      ...(same && secondUnits && { also: formatHeight(values[0]!, secondUnits, what) }),
      set: (text) => {
        const parsed = parseHeight(text, units);
        if (!parsed.ok) return `${explainFault(text, parsed)}.`;
        const { name: called, args } = command(parsed.value);
        return this.run(called, args);
      }
    };
  }

  pitch(label: string, value: number, command: (degrees: number) => { name: string; args: unknown }): Field {
    return {
      name: 'pitch',
      label,
      kind: 'pitch',
      value: formatAngle(value, 2),
      set: (text) => {
        const parsed = parsePitch(text);
        if (!parsed.ok) return `${explainFault(text, parsed)}.`;
        const { name, args } = command(parsed.value / degree);
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
      value: same ? values[0]! : '',
      choices: same ? choices : [{ value: '', label: varies }, ...choices],
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
