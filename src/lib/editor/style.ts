/** What the next wall will be: kept between tools, changed in their sentences. */
import { need } from '../core/document/command';
import { clearHeightOf } from '../core/kinds/storey/record';
import { otherSide, thicknessOf, type Side } from '../core/kernels/joints/frame';
import { settingOuts, type SettingOut, type Wall, type WallRole } from '../core/kinds/wall/record';
import type { Preset } from '../core/kinds/preset/record';
import type { Project } from '../core/document/kind';
import { formatLength } from '../core/units/length';
import type { Editor } from './editor';
import {
  choiceBlank,
  heightBlank,
  lengthBlank,
  readBlank,
  type Blank,
  type Choice,
  type SentencePart
} from './sentence';

export const settingOutWords: Record<SettingOut, string> = {
  outer: 'outer face',
  structureOuter: 'outer face of structure',
  centre: 'centre line',
  structureInner: 'inner face of structure',
  inner: 'inner face',
  offset: 'line at an offset'
};

/** What each kind of wall is called, wherever it is told or chosen. */
export const roleWords: Record<WallRole, string> = {
  exterior: 'outer wall',
  partition: 'partition',
  nib: 'nib',
  low: 'low wall',
  parapet: 'parapet',
  foundation: 'foundation wall',
  chimney: 'chimney wall'
};

/** Those that one draws. */
const drawn = ['exterior', 'partition', 'nib', 'low', 'parapet', 'foundation'] as const satisfies WallRole[];

const roles = drawn.map((value): Choice => ({
  value,
  label: `${value === 'exterior' ? 'an' : 'a'} ${roleWords[value]}`
}));
/** Heights and bases of kinds that do not stand as high as their storey, mm. */
const usualOf: Partial<Record<WallRole, { readonly height: number; readonly base?: number }>> = {
  low: { height: 900 },
  parapet: { height: 450 },
  foundation: { height: 1050, base: -1050 }
};

/** One per editor, so each house keeps its own. */
export class WallStyle {
  settingOut: SettingOut = 'outer';
  outside: Side = 'right';
  buildUp: string | undefined;
  thickness = 200;
  height: number | undefined;
  role: WallRole = 'exterior';
  /** Above the storey's datum. */
  base = 0;
  /** Inwards from the outer face, where the setting-out line is at an offset. */
  offset = 50;
  /** The preset that was taken last. */
  preset: string | undefined;

  constructor(private readonly editor: Editor) {
    if (editor.settings.units.system === 'ft') this.thickness = 139.7;
  }

  get args() {
    const make = this.buildUp ? { buildUp: this.buildUp } : { thickness: this.thickness };
    return {
      settingOut: this.settingOut,
      outside: this.outside,
      role: this.role,
      height: this.currentHeight,
      base: this.base,
      ...(this.settingOut === 'offset' && { settingOutOffset: this.offset }),
      ...make
    };
  }

  get currentHeight(): number {
    const { project, storey } = this.editor;
    return this.height ?? Math.max(100, clearHeightOf(project, need(project, 'storey', storey)));
  }

  /** "of [build-up]", with its thickness where that is typed, then height and kind. */
  get words(): SentencePart[] {
    const { units } = this.editor.settings;
    return [
      ', of',
      choiceBlank('buildUp', 'Build-up', this.buildUp ?? 'plain', buildUpChoices(this.editor.project)),
      ...(this.buildUp ? [] : [lengthBlank('thickness', 'Thickness', this.thickness, units, true), 'thick']),
      ',',
      lengthBlank('height', 'Height', this.currentHeight, units, true),
      'high, as',
      choiceBlank('role', 'Kind of wall', this.role, roles),
      ...(this.base === 0 ? [] : [', its base', heightBlank('base', 'Base', this.base, units)]),
      '.'
    ];
  }

  /** The setting-out line, with its offset where that is typed. */
  get line(): SentencePart[] {
    const { units } = this.editor.settings;
    return this.settingOut === 'offset'
      ? [this.lineBlank, lengthBlank('offset', 'Offset from the outer face', this.offset, units, true)]
      : [this.lineBlank];
  }

  private get lineBlank(): Blank {
    return choiceBlank(
      'settingOut',
      'Setting-out line',
      this.settingOut,
      settingOuts.map((value) => ({ value, label: settingOutWords[value] }))
    );
  }

  /** True when the blank belongs to the style; a string says what is wrong. */
  fill(blank: string, text: string): boolean | string {
    const { units } = this.editor.settings;
    switch (blank) {
      case 'settingOut':
        this.settingOut = text as SettingOut;
        return true;
      case 'role':
        this.takeRole(text as WallRole);
        return true;
      case 'offset': {
        const read = readBlank('length', text, units);
        if (!read.ok) return read.message;
        this.offset = read.value;
        return true;
      }
      case 'base': {
        const read = readBlank('height', text, units);
        if (!read.ok) return read.message;
        this.base = read.value;
        return true;
      }
      case 'buildUp':
        this.buildUp = text === 'plain' ? undefined : text;
        return true;
      case 'thickness': {
        const read = readBlank('length', text, units);
        if (!read.ok) return read.message;
        if (read.value <= 0) return 'A thickness must be more than zero.';
        this.thickness = read.value;
        return true;
      }
      case 'height': {
        const read = readBlank('length', text, units);
        if (!read.ok) return read.message;
        if (read.value <= 0) return 'A height must be more than zero.';
        this.height = read.value;
        return true;
      }
      default:
        return false;
    }
  }

  /** A kind of wall brings its usual height and base; what was typed for another kind is let go. */
  private takeRole(role: WallRole) {
    this.role = role;
    const { height, base } = usualOf[role] ?? {};
    this.height = height;
    this.base = base ?? 0;
  }

  /** The other face to the setting-out line: outer, centre, inner in turn. */
  nextSettingOut() {
    const turn: SettingOut[] = ['outer', 'centre', 'inner'];
    this.settingOut = turn[(turn.indexOf(this.settingOut) + 1) % turn.length]!;
  }

  /** F: the next setting-out line; X: the other side outside; P: the next preset. */
  key(key: string): boolean {
    if (key === 'f') this.nextSettingOut();
    else if (key === 'x') this.flip();
    else if (key === 'p') this.nextPreset();
    else return false;
    return true;
  }

  private nextPreset() {
    const presets = [...this.editor.project.tables.preset.values()];
    if (presets.length === 0)
      return this.editor.say({
        kind: 'problem',
        text: 'There is no preset yet.',
        hint: 'Keep these settings under a name first: Save as preset, beside the tools for walls.'
      });
    const at = presets.findIndex(({ id }) => id === this.preset);
    this.take(presets[(at + 1) % presets.length]!);
  }

  /** As a preset, or as another wall is. */
  take(like: Preset | Wall) {
    this.settingOut = like.settingOut;
    this.offset = like.settingOutOffset;
    this.outside = like.outside;
    this.buildUp = like.buildUp;
    this.base = like.base;
    this.role = like.role;
    this.height =
      like.kind === 'preset'
        ? (like.height ?? undefined)
        : like.top.kind === 'height'
          ? like.top.height
          : undefined;
    this.preset = like.kind === 'preset' ? like.id : undefined;
  }

  /** What a preset would keep. */
  get settings() {
    const { settingOut, outside, role, base } = this.args;
    return {
      ...{ settingOut, outside, role, base, settingOutOffset: this.offset, height: this.height ?? null },
      ...(this.buildUp ? { buildUp: this.buildUp } : { thickness: this.thickness })
    };
  }

  flip() {
    this.outside = otherSide[this.outside];
  }
}

export function buildUpChoices(project: Project): Choice[] {
  const { units } = [...project.tables.project.values()][0]!;
  const named = [...project.tables.buildUp.values()].map((one) => {
    const thickness = formatLength(thicknessOf(one), units);
    return { value: one.id, label: one.name.includes(thickness) ? one.name : `${one.name} (${thickness})` };
  });
  return [{ value: 'plain', label: 'plain wall' }, ...named];
}
